import { CircleQuestionMark } from 'lucide-react';
import { Link } from 'react-router';

/** Help is one tap away from everywhere. */
export const HelpLink = ({ className = 'text-[#f7e9d6] hover:bg-white/10' }) => (
  <Link
    to="/help"
    title="Help (?)"
    aria-label="Help"
    className={`flex h-11 w-11 items-center justify-center rounded-lg ${className}`}
  >
    <CircleQuestionMark size={20} aria-hidden />
  </Link>
);
