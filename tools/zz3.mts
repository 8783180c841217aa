import { LESSONS } from '/work/main/server/src/demo/lessons.ts';
import { parseLesson } from '/work/main/core/src/notation/parse.ts';
import { compileRide } from '/work/main/core/src/ride/compile.ts';
import { beatStrokes } from '/work/main/core/src/drawing/strokes.ts';
import { railBox } from '/work/main/core/src/arena/arena.ts';
for (const l of LESSONS) {
  const ride = compileRide(parseLesson(l.text).lesson);
  const rail = railBox(ride.arena);
  let worst = 0, where='';
  for (const s of beatStrokes(ride)) {
    const see = (p) => { const o = Math.max(p.x-rail.maxX, rail.minX-p.x, p.y-rail.maxY, rail.minY-p.y); if (o>worst) {worst=o; where=`${p.x.toFixed(2)},${p.y.toFixed(2)} ${ride.movements[s.movement].text} pass ${s.pass}`;} };
    const sink = { move: see, line: see, arc(a){ const c=a.centre??a; if(!a) return; const n=20; 
      const from=a.fromRad??a.startRad, to=a.toRad??a.endRad; if(from===undefined){console.log(Object.keys(a)); return;} } };
    s.draw(sink); if (s.secondTrack) s.secondTrack(sink);
  }
  console.log(l.horse, worst.toFixed(3), where);
}
