import { useState, type FormEvent } from 'react';
import { canBeAllowed } from '@canter-book/core/review/allowed';
import { SOURCE_WORDS, type Finding } from '@canter-book/core/review/finding';
import type { Said } from '@canter-book/core/review/reviewed';

/** What a slip can be answered with. */
export interface SlipAnswers {
  onFix(finding: Finding): void;
  /** Lets a finding stand, with the reason. */
  onAllow(finding: Finding, reason: string): void;
}

const LEVEL_MARKS = { error: '✕', warning: '▲', hint: '·' } as const;

/** A paper slip: what is wrong, why, how the book knows, and what mends it. */
export function Slip({ finding, onFix, onAllow }: SlipAnswers & { finding: Said }) {
  const [asking, setAsking] = useState(false);
  const { what, why } = finding;
  return (
    <div className={`cb-slip cb-slip-${finding.level}`} role="note">
      <p className="cb-slip-what">
        {LEVEL_MARKS[finding.level]} {what}
      </p>
      <p>{why}</p>
      <div className="cb-slip-foot">
        {finding.from === 'rule' ? SOURCE_WORDS[finding.source] : finding.level}
        {finding.fix && (
          <button type="button" onClick={() => onFix(finding)}>
            {finding.fix.label}
          </button>
        )}
        {canBeAllowed(finding) && !asking && (
          <button type="button" onClick={() => setAsking(true)}>
            Let it stand
          </button>
        )}
        {asking && <Reason onSay={(reason) => onAllow(finding, reason)} />}
      </div>
    </div>
  );
}

/** Asks for the reason before a slip is taken off. */
function Reason({ onSay }: { onSay(reason: string): void }) {
  const [reason, setReason] = useState('');
  const say = (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim()) onSay(reason.trim());
  };
  return (
    <form className="cb-slip-reason" onSubmit={say}>
      <input
        autoFocus
        required
        maxLength={200}
        placeholder="Why may it stand today?"
        aria-label="Why may it stand?"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <button type="submit">Let it stand</button>
    </form>
  );
}
