import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TestBed } from '@angular/core/testing';
import {
  catalogueSchemas,
  judge,
  loadCatalogue,
  type MeetingId,
  type MixItem,
  type RawCatalogue,
  resolveItems,
} from '@dolly-tub/core';
import { MeetingWeb } from './meeting-web';

const folder = join(process.cwd(), 'core/catalogue');
const catalogue = loadCatalogue(
  Object.fromEntries(
    Object.keys(catalogueSchemas).map((f) => [f, JSON.parse(readFileSync(join(folder, `${f}.json`), 'utf8'))]),
  ) as unknown as RawCatalogue,
);
const draw = (items: MixItem[], meeting: MeetingId = 'container'): HTMLElement => {
  const r = resolveItems(items, catalogue);
  if (!r.ok) throw new Error('unresolved');
  const f = TestBed.createComponent(MeetingWeb);
  f.componentRef.setInput('items', r.value);
  f.componentRef.setInput('findings', judge(r.value, { meeting }, catalogue).findings);
  f.detectChanges();
  return f.nativeElement;
};

describe('which ingredient meets which', () => {
  test('the line of the deciding pair runs between the first two boxes, and what forms is named', () => {
    const e = draw([{ product: 'chlorine-bleach' }, { product: 'white-vinegar' }]);
    const [left, right] = [...e.querySelectorAll('.col')].map((c) => c.querySelector('.box b')!.textContent);
    expect([left, right]).toEqual(['Sodium hypochlorite', 'Acetic acid']);
    expect(e.querySelector('path')!.getAttribute('stroke')).toBe('var(--v5)');
    expect(e.querySelector('.forms')!.textContent).toContain('chlorine');
  });
  test('what is not known is a dashed box of its own', () => {
    const e = draw([{ product: 'chlorine-bleach' }, { label: 'water, mystery enhancer' }]);
    expect([...e.querySelectorAll('.box.dash b')].map((b) => b.textContent)).toContain('“mystery enhancer”');
    expect(e.querySelector('path[stroke-dasharray]')).not.toBeNull();
  });
  test.each([
    ['chlorine-bleach', 'laundry-liquid'],
    ['chlorine-bleach', 'oven-cleaner-caustic'],
    ['chlorine-bleach', 'glass-cleaner-ammonia'],
    ['toilet-cleaner-acid', 'glass-cleaner-ammonia'],
    ['percarbonate-booster', 'floor-cleaner-neutral'],
    ['drain-opener-caustic', 'dishwasher-tablet'],
  ])('%s and %s: what is told first is drawn first, however much else is in them', (a, b) => {
    const things = [{ product: a }, { product: b }];
    const items = resolveItems(things, catalogue);
    if (!items.ok) throw new Error('unresolved');
    let named = 0;
    for (const meeting of ['container', 'machine', 'shelf', 'surface'] as const) {
      const first = judge(items.value, { meeting }, catalogue).findings[0];
      if (!first || first.pair.some((p) => p.substance === null)) continue;
      named++;
      const drawn = [...draw(things, meeting).querySelectorAll('.col')].map((c) => c.querySelector('b')!.textContent);
      expect([meeting, drawn]).toEqual([meeting, first.pair.map((p) => p.name)]);
    }
    expect(named).toBeGreaterThan(0);
  });
  test('the table says the same', () => {
    const e = draw([{ product: 'white-vinegar' }, { product: 'baking-soda' }]);
    e.querySelector<HTMLElement>('mat-expansion-panel-header')!.click();
    TestBed.tick();
    expect(e.querySelector('tbody')!.textContent!.replace(/\s+/g, ' ')).toMatch(
      /Acetic acid.*Sodium bicarbonate.*pointless: carbon dioxide/,
    );
  });
  test('a harmless pair has boxes and no lines', () => {
    const e = draw([{ product: 'isopropanol-70' }, { product: 'water' }]);
    expect(e.querySelectorAll('.web path')).toHaveLength(0);
    expect(e.querySelectorAll('.box').length).toBeGreaterThan(1);
  });
  test('of three things the deciding two are drawn', () => {
    const e = draw([{ product: 'dish-detergent' }, { product: 'white-vinegar' }, { product: 'chlorine-bleach' }]);
    expect([...e.querySelectorAll('.col')].map((c) => c.querySelector('.box b')!.textContent).sort()).toEqual([
      'Acetic acid',
      'Sodium hypochlorite',
    ]);
  });
});
