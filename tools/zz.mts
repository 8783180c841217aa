import fc from 'fast-check';
import { holdsFor } from '/work/main/core/src/testing/hold.ts';
import { mutatedText } from '/work/main/core/src/testing/mutatedText.ts';
import { writeFileSync } from 'node:fs';
const n = Number(process.argv[2]),
  seed = Number(process.argv[3] ?? 1);
const errs = new Map();
let slow = [];
const t0 = performance.now();
for (const text of fc.sample(mutatedText, { numRuns: n, seed })) {
  writeFileSync('/tmp/cur.txt', text);
  const f = performance.now();
  try {
    holdsFor(text);
  } catch (e) {
    const k =
      String(e.message).slice(0, 60) +
      ' ' +
      e.stack
        .split('\n')
        .slice(1, 3)
        .map((l) => l.trim().replace(/.*\/src/, ''))
        .join('<');
    const o = errs.get(k) ?? { n: 0, t: text };
    o.n++;
    if (text.length < o.t.length) o.t = text;
    errs.set(k, o);
  }
  const ms = performance.now() - f;
  if (ms > 150) slow.push([ms, text]);
}
console.log(n, 'in', ((performance.now() - t0) / 1000).toFixed(1), 's');
for (const [k, o] of [...errs].sort((a, b) => b[1].n - a[1].n).slice(0, 25))
  console.log(o.n, k, '\n    ', JSON.stringify(o.t).slice(0, 300));
slow.sort((a, b) => b[0] - a[0]);
console.log('slow', slow.length);
for (const [ms, t] of slow.slice(0, 6)) console.log(ms.toFixed(0), JSON.stringify(t).slice(0, 260));
