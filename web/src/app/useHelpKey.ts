import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { isWriting } from './isWriting.ts';

/** `?` opens the help, unless somebody is writing or the page has taken the key for itself. */
export function useHelpKey(): void {
  const navigate = useNavigate();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { target, key } = event;
      if (key !== '?' || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
      if (!isWriting(target)) void navigate('/help');
    };
    // After the page's own keys.
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate]);
}
