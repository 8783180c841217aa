import { useEffect, useRef } from 'react';
import type { Finding } from '@canter-book/core/review/finding';
import { slipElement } from './editor/margin.ts';

/** Slips that speak of the whole lesson, below its text, and how many there are in all. */
export function LessonSlips({
  findings,
  onFix,
}: {
  findings: readonly Finding[];
  onFix(finding: Finding): void;
}) {
  const host = useRef<HTMLDivElement>(null);
  const whole = findings.filter((finding) => finding.line === undefined);
  const count = (level: Finding['level']) => findings.filter((f) => f.level === level).length;
  const [errors, warnings, hints] = [count('error'), count('warning'), count('hint')];
  useEffect(() => {
    host.current?.replaceChildren(
      ...whole.map((finding) => {
        const room = document.createElement('div');
        room.append(slipElement(finding, onFix));
        return room;
      }),
    );
  });
  const said = [
    errors && `${errors} that cannot be ridden`,
    warnings && `${warnings} to think over`,
    hints && `${hints} ${hints === 1 ? 'hint' : 'hints'}`,
  ].filter(Boolean);
  return (
    <div className="max-h-56 shrink-0 overflow-auto border-t border-line">
      <p role="status" className="px-4 py-2 text-[13px] text-soft">
        {said.length ? `Slips: ${said.join(', ')}.` : '✓ No slips: it can be ridden as it stands.'}
      </p>
      <div ref={host} className="slips" />
    </div>
  );
}
