import { type Cast, type Job, type JobPlan, planJob, stageOrder, stillOpen } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const jobs = [...catalogue.jobs.values()];
const plan = (job: Job, cast: Record<string, Cast>, stances?: Record<string, string>): JobPlan => {
  const p = planJob(job, cast, stances ? { profile: { stances } } : {}, catalogue);
  if (!p.ok) throw new Error(`${job.id}: ${p.problems[0]!.message}`);
  return p.value;
};
/** The job with every role at its i-th usual face, worse by so much than the job supposes. */
const castAt = (job: Job, i: number, worse = 0): Record<string, Cast> =>
  Object.fromEntries(
    job.roles.map((r) => {
      const [material, finish] = r.faces[i % r.faces.length]!.split('/');
      return [r.id, { material: material!, finish: finish ?? null, worse }];
    }),
  );
/** Everything that makes a method: product, strength, tool, warmth, wait, and how it is put on, rinsed and dried. */
const methods = (p: JobPlan): string =>
  p.stages
    .filter((s) => s.stage.kind === 'clean')
    .map(({ rung: r }) =>
      r
        ? [
            r.product,
            r.strength?.percent,
            r.tool,
            r.temperature_C,
            r.apply,
            r.dwell_min,
            ...r.steps.filter((s) => /^(towel|apply|work|wipe|rinse|dry-off)/.test(s.id)).map((s) => s.text),
          ].join('|')
        : 'left out',
    )
    .join('\n');

describe('jobs', () => {
  test('each job of the house is there, with traps and what is left out', () => {
    expect(jobs.length).toBeGreaterThanOrEqual(30);
    for (const j of jobs) expect([j.id, j.traps.length > 0, j.outOfScope.length > 0]).toEqual([j.id, true, true]);
  });
  test.each(jobs.map((j) => [j.id, j] as const))('%s: three materials, three methods', (_, job) => {
    const most = Math.max(...job.roles.map((r) => r.faces.length));
    const distinct = [0, 1, 2].map(
      (worse) => new Set(Array.from({ length: most }, (_x, i) => methods(plan(job, castAt(job, i, worse))))).size,
    );
    expect(Math.max(...distinct)).toBeGreaterThanOrEqual(3);
  });
  test.each(jobs.map((j) => [j.id, j] as const))('%s: stages refer to what exists and run in order', (_, job) => {
    const at = new Map(stageOrder(job.stages).map((s, i) => [s.id, i]));
    expect(at.size).toBe(job.stages.length);
    for (const s of job.stages) {
      for (const a of s.after ?? []) expect(at.get(a)!).toBeLessThan(at.get(s.id)!);
      if (s.on) expect(job.roles.map((r) => r.id)).toContain(s.on);
      if (s.kind === 'clean') expect(catalogue.soils.has(s.soil ?? '')).toBe(true);
      if (s.kind === 'wait') expect(s.wait_min!.max).toBeGreaterThanOrEqual(s.wait_min!.min);
      if (s.stance)
        expect(catalogue.stances.get(s.stance.question)!.choices.map((c) => c.id)).toContain(s.stance.choice);
    }
    for (const r of job.roles)
      for (const f of r.faces) {
        const [m, finish] = f.split('/');
        const material = catalogue.materials.get(m!);
        expect([f, Boolean(material && (!finish || material.finishes.some((x) => x.id === finish)))]).toEqual([
          f,
          true,
        ]);
      }
    // what is opened is ended by a stage that comes later
    for (const c of job.closes) expect(job.stages.some((s) => s.ends === c)).toBe(true);
  });
  const ring = catalogue.jobs.get('toilet-ring')!;
  test('the toilet with a ring is not closed while its valve is shut', () => {
    const p = plan(ring, {});
    const all = p.stages.map((s) => s.stage.id);
    expect(stillOpen(p, new Set(all.filter((id) => id !== 'refill')))).toEqual(['the inlet valve is open again']);
    expect(stillOpen(p, new Set(all))).toEqual([]);
  });
  test('who scrubs under water has no valve to open again', () => {
    const p = plan(ring, {}, { 'toilet-water': 'under-water' });
    expect(p.stages.some((s) => s.stage.id === 'valve')).toBe(false);
    expect(p.closes).toEqual([]);
  });
  test('the ring is met with acid, the bowl with tools kept for the toilet', () => {
    const r = plan(ring, {}).stages.find((s) => s.stage.id === 'ring')!.rung!;
    expect(catalogue.products.get(r.product!)!.mechanisms['acid']).toBeGreaterThan(0);
    expect(catalogue.tools.get(r.tool)!.class).toBe('toilet');
  });
  test('a chlorine block in the tank bars the acid from the bowl', () => {
    const block = [...catalogue.products.values()].find(
      (p) =>
        p.state === 'block' &&
        p.contents.some((c) =>
          catalogue.substances
            .get(c.substance)!
            .classes.some((k) => (catalogue.operandsOf.get(k) ?? []).includes('active-halogen')),
        ),
    )!;
    const p = plan(ring, {
      bowl: { material: 'vitreous-china', context: { resident: [block.id] } },
    });
    const r = p.stages.find((s) => s.stage.id === 'ring')!;
    expect(r.rung?.product ? (catalogue.products.get(r.rung.product)!.mechanisms['acid'] ?? 0) : 0).toBe(0);
    expect(r.advice!.considered['citric-descaler']).toMatchObject({ refusal: 'meets' });
  });
  test('what one stage has put on a face, the next stage on it knows', () => {
    const job: Job = {
      ...ring,
      roles: [{ id: 'pane', name: 'pane', faces: ['vitreous-china', 'glass'], area_m2: 1 }],
      stages: [
        {
          id: 'one',
          kind: 'clean',
          on: 'pane',
          soil: 'algae',
          severity: 5,
          text: 'grease',
          because: 'first',
          active_min: 0,
        },
        {
          id: 'two',
          kind: 'clean',
          on: 'pane',
          soil: 'limescale',
          severity: 4,
          text: 'scale',
          because: 'last',
          active_min: 0,
        },
      ],
      closes: [],
    };
    // a kit with bleach alone for the first, and vinegar for the second
    const kit = ['chlorine-bleach', 'white-vinegar', 'microfibre-cloth'];
    const p = planJob(job, {}, { kit }, catalogue);
    if (!p.ok) throw new Error(p.problems[0]!.message);
    const [first, second] = p.value.stages;
    expect(first!.rung!.product).toBe('chlorine-bleach');
    const vinegar = second!.advice!.considered['white-vinegar']!;
    const told = JSON.stringify(second!.advice!.ladder.map((r) => r.meets)) + JSON.stringify(vinegar);
    expect(told).toMatch(/chlorine bleach/i);
    expect(JSON.stringify(first!.advice!.considered['white-vinegar'])).not.toMatch(/chlorine bleach/i);
  });
  test('stages that wait for each other are a broken job', () =>
    expect(() =>
      stageOrder([
        { id: 'a', kind: 'do', text: 'one', because: 'why', active_min: 1, after: ['b'] },
        { id: 'b', kind: 'do', text: 'two', because: 'why', active_min: 1, after: ['a'] },
      ]),
    ).toThrow(/a, b/));
});
