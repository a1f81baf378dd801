import { writeFileSync } from 'node:fs';
import { loadCatalogue } from '@dolly-tub/core';
import { readRawCatalogue } from '../core/catalogue/read';
import { illOf, numbers, picture, type Kind } from '../bench/pictures/make';
import { labelText } from '../bench/pictures/texts';
const c = loadCatalogue(readRawCatalogue('core/catalogue'));
const next = numbers(23);
for (let i = 0; i < 12; i++) {
  const ill = illOf('hard', next);
  const dense = next() < 0.1;
  const t = labelText(c, next, dense);
  const j = await picture(t.text, ill, next);
  writeFileSync(`/tmp/h${i}.jpg`, j);
  if ([1, 6, 7].includes(i)) console.log(i, JSON.stringify(ill));
}
