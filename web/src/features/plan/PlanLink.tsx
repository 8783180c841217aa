import { ButtonLink } from '../../ui/Button.tsx';

/** The planner starts while the hand is still on its way to the button. */
const getReady = () => void import('../../workers/planner.ts').then(({ ready }) => ready());

export const PlanLink = ({ horseId, children }: { horseId: string; children: string }) => (
  <ButtonLink
    look="quiet"
    to={`/horses/${horseId}/plan`}
    onPointerEnter={getReady}
    onFocus={getReady}
  >
    {children}
  </ButtonLink>
);
