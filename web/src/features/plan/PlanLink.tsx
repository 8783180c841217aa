import { ButtonLink } from '../../ui/Button.tsx';

/** The planner starts while the hand is still on its way to the button. */
const getReady = () => void import('../../workers/planner.ts').then(({ ready }) => ready());

interface PlanLinkProps {
  horseId: string;
  /** The exercise the day is for; without it the planner says. */
  aim?: string;
  children: string;
}

export const PlanLink = ({ horseId, aim, children }: PlanLinkProps) => (
  <ButtonLink
    look="quiet"
    to={`/horses/${horseId}/plan${aim ? `?aim=${aim}` : ''}`}
    onPointerEnter={getReady}
    onFocus={getReady}
  >
    {children}
  </ButtonLink>
);
