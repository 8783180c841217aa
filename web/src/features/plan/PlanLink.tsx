import { ButtonLink } from '../../ui/Button.tsx';

/** The planner starts while the hand is still on its way to the button. */
const getReady = () => void import('../../workers/planner.ts').then(({ ready }) => ready());

interface PlanLinkProps {
  horseId: string;
  /** The exercise the day is for; without it the planner says. */
  aim?: string;
  /** A marked ride whose weakest boxes the day is for. */
  ride?: string;
  look?: 'main' | 'quiet';
  children: string;
}

export const PlanLink = ({ horseId, aim, ride, look = 'quiet', children }: PlanLinkProps) => (
  <ButtonLink
    look={look}
    to={`/horses/${horseId}/plan${aim ? `?aim=${aim}` : ride ? `?ride=${ride}` : ''}`}
    onPointerEnter={getReady}
    onFocus={getReady}
  >
    {children}
  </ButtonLink>
);
