import type { Highs, ModelData } from 'highs';
import type { MilpSolver } from './cover';

/** HiGHS (University of Edinburgh, MIT licence) as a solver; it computes where it is called, so call it in a thread. */
export const highsSolver =
  (highs: Highs): MilpSolver =>
  (model, { time_s, start, better }) => {
    const offsets: number[] = [0];
    const indices: number[] = [];
    const values: number[] = [];
    for (const r of model.rows) {
      indices.push(...r.of);
      values.push(...r.with);
      offsets.push(indices.length);
    }
    const inf = highs.infinity;
    const finite = (x: number): number => (x === Infinity ? inf : x === -Infinity ? -inf : x);
    const columns = model.cost.length;
    const data: ModelData = {
      numCols: columns,
      numRows: model.rows.length,
      colCost: model.cost,
      colLower: new Array<number>(columns).fill(0),
      colUpper: new Array<number>(columns).fill(1),
      rowLower: model.rows.map((r) => finite(r.lower)),
      rowUpper: model.rows.map((r) => finite(r.upper)),
      matrix: { format: 'csr', numRows: model.rows.length, numCols: columns, starts: offsets, indices, values },
      integrality: model.whole.map((w) => (w ? 1 : 0)),
    };
    return highs.withModel(data, (m) => {
      m.options.set('output_flag', false);
      m.options.set('time_limit', time_s);
      // weights are whole numbers, so what is less than one off is no other answer
      m.options.set('mip_rel_gap', 0);
      m.options.set('mip_abs_gap', 0.99);
      if (start) m.setSolution({ colValue: [...start] });
      let least = 0;
      m.run({
        [highs.constants.callbackType.mipImprovingSolution](event) {
          const { mip_solution, mip_dual_bound } = event.data;
          least = mip_dual_bound ?? least;
          if (mip_solution) better?.(mip_solution, least);
        },
      });
      const status = m.getModelStatus();
      const { optimal, infeasible, unboundedOrInfeasible } = highs.constants.modelStatus;
      if (status === infeasible || status === unboundedOrInfeasible)
        return { status: 'infeasible' as const, x: null, bound: Infinity };
      const bound = Number(m.info.get('mip_dual_bound'));
      const known = Number(m.info.get('primal_solution_status')) === 2;
      return {
        status: status === optimal ? ('optimal' as const) : ('stopped' as const),
        x: known ? m.getSolution().colValue : null,
        bound: Number.isFinite(bound) ? bound : 0,
      };
    });
  };
