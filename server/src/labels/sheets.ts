/** A label by itself, or sheets of labels that are sold cut: millimetres, columns and rows. */
export const SHEETS = {
  one: { page: [100, 70], label: [100, 70], columns: 1, rows: 1, left: 0, top: 0, gapX: 0, gapY: 0 },
  a4x8: { page: [210, 297], label: [99.1, 67.7], columns: 2, rows: 4, left: 4.65, top: 13.1, gapX: 2.5, gapY: 0 },
  a4x14: { page: [210, 297], label: [99.1, 38.1], columns: 2, rows: 7, left: 4.65, top: 15.15, gapX: 2.5, gapY: 0 },
  letterx6: {
    page: [215.9, 279.4],
    label: [101.6, 84.67],
    columns: 2,
    rows: 3,
    left: 4,
    top: 12.7,
    gapX: 4.7,
    gapY: 0,
  },
} as const;
export type Sheet = keyof typeof SHEETS;
