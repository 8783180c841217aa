import type { Reviewed, Said } from '@canter-book/core/review/reviewed';
import { Slip, type SlipAnswers } from './Slip.tsx';

interface LessonSlipsProps extends SlipAnswers {
  /** All there is to say now: it is counted. Null while nothing is known. */
  reviewed: Reviewed | null;
  /** Those that are shown, once the hand has rested. */
  slips: readonly Said[];
  /** Nothing is written yet. */
  empty?: boolean;
}

/** Slips that speak of the whole lesson, how many there are in all, and those that were let stand. */
export function LessonSlips(props: LessonSlipsProps) {
  const { reviewed, slips, empty = false, onFix, onAllow } = props;
  const { open = [], allowed = [] } = reviewed ?? {};
  const count = (level: Said['level']) => open.filter((f) => f.level === level).length;
  const [errors, warnings, hints] = [count('error'), count('warning'), count('hint')];
  const whole = slips.filter((finding) => finding.line === undefined);
  const said = [
    errors && `${errors} that cannot be ridden`,
    warnings && `${warnings} ${warnings === 1 ? 'point' : 'points'} to consider`,
    hints && `${hints} ${hints === 1 ? 'hint' : 'hints'}`,
  ].filter(Boolean);
  return (
    <div className="max-h-36 shrink-0 overflow-auto border-t border-line">
      <p role="status" className="px-4 py-2 text-[13px] text-soft">
        {said.length > 0 ? `Slips: ${said.join(', ')}.` : withoutSlips(reviewed !== null, empty)}
      </p>
      <div className="slips">
        {whole.map((finding) => (
          <div key={`${finding.code} ${JSON.stringify(finding.facts)}`}>
            <Slip finding={finding} onFix={onFix} onAllow={onAllow} />
          </div>
        ))}
      </div>
      {allowed.length > 0 && (
        <details className="px-4 pb-2 text-[13px] text-soft">
          <summary>{allowed.length} let stand</summary>
          <ul>
            {allowed.map((finding, i) => (
              <li key={i}>
                {finding.what} <i>{finding.reason || 'no reason given'}</i>
              </li>
            ))}
          </ul>
          <p>Delete the “# allowed …” comment in the text to see a slip again.</p>
        </details>
      )}
    </div>
  );
}

function withoutSlips(isKnown: boolean, empty: boolean): string {
  if (empty) return 'Slips come here, and at their lines, as you write.';
  return isKnown ? '✓ No slips: it can be ridden as it stands.' : 'Checking the lesson …';
}
