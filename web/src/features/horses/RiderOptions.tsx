import type { Rider } from '@canter-book/core/book/records';

/** The riders who ride here, to choose from. */
export const RiderOptions = ({ riders }: { riders: readonly Rider[] }) =>
  riders
    .filter((r) => !r.retiredOn)
    .map((r) => (
      <option key={r.id} value={r.id}>
        {r.name}
      </option>
    ));
