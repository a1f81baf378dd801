import { readFileSync, writeFileSync } from 'node:fs';
import { prepare, pngOf } from '../server/src/reading/prepare';
for (const f of process.argv.slice(2)) {
  let t = performance.now();
  const p = await prepare(readFileSync(f));
  const t1 = performance.now() - t;
  if (!p) { console.log(f, 'none', t1); continue; }
  t = performance.now();
  const parts = await p.parts((process.env.LOOK ?? 'evened') as 'evened');
  console.log(f, 'xh', p.xHeight.toFixed(1), 'tilt', p.tilt.toFixed(2), 'letters', p.letters.length, 'parts', parts.map((x) => [x.grey.width, x.grey.height].join('x')).join(' '), Math.round(t1), Math.round(performance.now() - t));
  for (const [i, x] of parts.entries()) writeFileSync(f.replace('.jpg', `-${i}.png`), await pngOf(x.grey));
}
