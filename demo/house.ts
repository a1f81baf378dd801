/**
 * Heron Lock, a made-up lock-keeper's cottage: rooms, spots and shelves as plain rows. Lengths mm from
 * the room's north-west corner. The store fills in ids and dates.
 */
export interface RoomRow {
  key: string;
  name: string;
  w: number;
  d: number;
  h: number;
  fan?: number;
  ach: number;
  /** kind, wall (0 north, 1 east, 2 south, 3 west), offset, width, leads to */
  openings: ['window' | 'door', number, number, number, string?][];
  /** id, shape, x, y, w, d, resident products */
  fixtures: [string, string, number, number, number, number, string[]?][];
  drains?: [number, number][];
  start: [number, number];
}
export const ROOMS: RoomRow[] = [
  { key: 'wet', name: 'Wet room', w: 2900, d: 2150, h: 2300, fan: 15, ach: 2, openings: [['window', 0, 1050, 620], ['door', 2, 2050, 700, 'landing']], fixtures: [['shower', 'shower', 0, 0, 900, 1000], ['basin', 'basin', 1800, 0, 560, 380], ['toilet', 'toilet', 2400, 800, 500, 480], ['shelves', 'shelves', 0, 1350, 260, 700]], drains: [[450, 420]], start: [2400, 2050] },
  { key: 'galley', name: 'Galley kitchen', w: 3800, d: 2100, h: 2250, fan: 47, ach: 3, openings: [['window', 0, 1300, 900], ['door', 3, 700, 760, 'parlour'], ['door', 1, 900, 760, 'boot porch']], fixtures: [['worktop', 'worktop', 0, 0, 2300, 600], ['sink', 'sink', 1450, 90, 620, 420], ['range', 'range', 2400, 0, 900, 640], ['dresser', 'shelves', 700, 1700, 1500, 400]], start: [1450, 800] },
  { key: 'porch', name: 'Boot porch', w: 1700, d: 1500, h: 2200, ach: 4, openings: [['door', 1, 300, 820, 'towpath'], ['door', 3, 400, 760, 'galley']], fixtures: [['bench', 'bench', 100, 1050, 1200, 380], ['mat', 'mat', 850, 300, 700, 520]], start: [400, 700] },
  { key: 'parlour', name: 'Stove parlour', w: 4200, d: 3600, h: 2400, ach: 1, openings: [['window', 0, 1500, 1200], ['door', 2, 3200, 760, 'galley']], fixtures: [['stove', 'stove', 150, 1300, 600, 700], ['hearth', 'hearth', 50, 1100, 1000, 1100], ['settle', 'sofa', 2500, 300, 1500, 700], ['rug', 'mat', 1400, 1300, 1900, 1400], ['table', 'table', 1300, 300, 600, 600]], start: [3500, 3300] },
  { key: 'loft', name: 'Loft bedroom', w: 3900, d: 3300, h: 2100, ach: 1, openings: [['window', 0, 1400, 900], ['door', 1, 2400, 700, 'landing']], fixtures: [['bed', 'bed', 900, 600, 1600, 2000], ['chest', 'shelves', 3200, 300, 600, 1000]], start: [3500, 2700] },
  { key: 'nook', name: 'Sewing nook', w: 2200, d: 1900, h: 2100, ach: 1, openings: [['window', 0, 600, 800], ['door', 2, 1300, 700, 'loft']], fixtures: [['desk', 'table', 200, 150, 1500, 650], ['shelf', 'shelves', 1850, 400, 320, 1100]], start: [1500, 1700] },
  { key: 'wash', name: 'Wash-house', w: 2600, d: 2200, h: 2300, ach: 3, openings: [['window', 3, 600, 600], ['door', 2, 1600, 820, 'yard']], fixtures: [['tub', 'bath', 150, 150, 1300, 620], ['machine', 'machine', 1600, 150, 600, 600], ['store', 'shelves', 2280, 900, 300, 1100]], drains: [[1300, 1300]], start: [1900, 2000] },
];

/** room, key, name, x, y, band, m², material, finish, [soil, severity, age, days since seen][], and more */
export type SpotRow = [string, string, string, number, number, 'high' | 'mid' | 'low' | 'floor', number, string, string | null, [string, number, 'fresh' | 'dried' | 'set' | 'baked', number][], SpotMore?];
export interface SpotMore {
  fixture?: string;
  neighbours?: [string, 'below' | 'beside' | 'joint', boolean, string?][];
  touch?: 0 | 1 | 2 | 3;
  food?: boolean;
  skin?: boolean;
  days?: number;
  kinds?: string[];
  centre?: boolean;
}
export const SPOTS: SpotRow[] = [
  ['wet', 'tray', 'Shower tray', 620, 700, 'floor', 0.9, 'acrylic', 'bath', [['soap-scum', 3, 'dried', 3]], { fixture: 'shower', skin: true, days: 7, neighbours: [['wet-floor', 'beside', true]] }],
  ['wet', 'tiles', 'Shower tiles', 250, 180, 'high', 3.2, 'glazed-tile', 'gloss', [['hard-water-spots', 2, 'dried', 6], ['soap-scum', 2, 'dried', 6]], { fixture: 'shower', days: 7, neighbours: [['wet-grout', 'joint', true], ['wet-floor', 'below', true]] }],
  ['wet', 'grout', 'Tile grout', 250, 800, 'mid', 0.3, 'cement-grout', 'unsealed', [['mildew', 2, 'set', 9]], { fixture: 'shower', days: 30, neighbours: [['wet-floor', 'below', true]] }],
  ['wet', 'screen', 'Shower screen', 930, 420, 'mid', 2.4, 'acrylic', 'bath', [['limescale', 4, 'dried', 2], ['soap-scum', 2, 'dried', 2]], { fixture: 'shower', skin: true, touch: 1, days: 7, neighbours: [['wet-tray', 'below', true], ['wet-floor', 'beside', true]] }],
  ['wet', 'sill', 'Window sill', 1360, 60, 'mid', 0.2, 'painted-wood', 'oil-gloss', [['dust', 2, 'dried', 5]], { days: 14 }],
  ['wet', 'basin', 'Basin', 2080, 330, 'mid', 0.4, 'vitreous-china', null, [['toothpaste', 2, 'dried', 1], ['soap-scum', 2, 'dried', 2]], { fixture: 'basin', touch: 3, skin: true, days: 2 }],
  ['wet', 'taps', 'Basin taps', 1850, 110, 'mid', 0.1, 'chrome-plate', 'on-metal', [['hard-water-spots', 3, 'dried', 2]], { fixture: 'basin', touch: 3, skin: true, days: 2, neighbours: [['wet-basin', 'below', true]] }],
  ['wet', 'mirror', 'Mirror', 2330, 60, 'high', 0.6, 'mirror', null, [['fingerprints', 2, 'dried', 2]], { days: 7 }],
  ['wet', 'bowl', 'Toilet bowl', 2500, 1200, 'low', 0.3, 'vitreous-china', null, [['toilet-ring', 3, 'set', 4]], { fixture: 'toilet', days: 3, kinds: ['bowl'] }],
  ['wet', 'seat', 'Toilet seat and outside', 2720, 900, 'low', 0.6, 'urea-plastic', null, [['urine', 2, 'dried', 1]], { fixture: 'toilet', touch: 3, skin: true, days: 3, kinds: ['toilet'] }],
  ['wet', 'shelves', 'Open shelves', 130, 1700, 'mid', 0.5, 'varnished-wood', 'polyurethane', [['dust', 2, 'dried', 7]], { fixture: 'shelves', days: 14 }],
  ['wet', 'floor', 'Limestone floor', 1500, 1350, 'floor', 4.6, 'limestone', null, [['hair', 2, 'dried', 1], ['dust', 2, 'dried', 1]], { days: 7, centre: true }],

  ['galley', 'top', 'Oak worktop', 700, 300, 'mid', 1.3, 'oiled-wood', 'drying-oil', [['water-ring', 2, 'set', 12], ['crumbs', 2, 'dried', 0]], { fixture: 'worktop', food: true, touch: 3, days: 1 }],
  ['galley', 'sink', 'Soapstone sink', 1760, 300, 'mid', 0.5, 'soapstone', 'oiled', [['fresh-grease', 2, 'dried', 0]], { fixture: 'sink', food: true, days: 1 }],
  ['galley', 'tap', 'Kitchen tap', 1760, 110, 'mid', 0.1, 'brass', 'bare', [['hard-water-spots', 2, 'dried', 4], ['brass-tarnish', 2, 'set', 20]], { touch: 3, days: 7 }],
  ['galley', 'hob', 'Range top', 2850, 320, 'mid', 0.5, 'enamel-steel', 'acid-resistant', [['burnt-milk', 3, 'baked', 1]], { fixture: 'range', food: true, days: 2 }],
  ['galley', 'oven', 'Oven inside', 2850, 560, 'low', 0.8, 'oven-enamel', null, [['baked-grease', 4, 'baked', 40]], { fixture: 'range', food: true, days: 60 }],
  ['galley', 'hood', 'Hood filter', 2850, 60, 'high', 0.3, 'aluminium', 'bare', [['sticky-kitchen-film', 4, 'set', 60]], { days: 60 }],
  ['galley', 'splash', 'Tiled splashback', 1100, 60, 'mid', 1.5, 'glazed-tile', 'matt', [['fresh-grease', 2, 'dried', 3]], { days: 7, neighbours: [['galley-top', 'below', true]] }],
  ['galley', 'dresser', 'Painted dresser', 1450, 1900, 'mid', 1.6, 'painted-wood', 'water-based', [['fingerprints', 2, 'dried', 4]], { fixture: 'dresser', touch: 2, days: 14 }],
  ['galley', 'fridge', 'Fridge door', 3500, 1800, 'mid', 1.2, 'coated-stainless', null, [['fingerprints', 3, 'dried', 3]], { touch: 3, days: 7 }],
  ['galley', 'floor', 'Quarry tiles', 2300, 1250, 'floor', 5.2, 'unglazed-tile', 'quarry', [['crumbs', 3, 'dried', 0], ['fresh-grease', 1, 'dried', 3]], { days: 3, centre: true }],

  ['porch', 'mat', 'Jute mat', 1200, 560, 'floor', 0.4, 'jute', null, [['salt-tide', 3, 'dried', 3], ['sand', 3, 'dried', 1]], { fixture: 'mat', days: 7 }],
  ['porch', 'floor', 'Slate floor', 600, 700, 'floor', 2.2, 'slate', 'sealed', [['mud', 3, 'dried', 1], ['salt-tide', 2, 'dried', 3]], { days: 3, centre: true }],
  ['porch', 'bench', 'Boot bench', 650, 1230, 'low', 0.6, 'waxed-wood', null, [['mud', 2, 'dried', 1]], { fixture: 'bench', days: 14 }],
  ['porch', 'handle', 'Porch door handle', 1640, 900, 'mid', 0.05, 'brass', 'lacquered', [['fingerprints', 2, 'dried', 2]], { touch: 3, days: 7 }],
  ['porch', 'wall', 'Lime-plaster wall', 850, 60, 'mid', 4, 'lime-plaster', null, [['scuff-mark', 2, 'set', 30]], { days: 180 }],

  ['parlour', 'stove', 'Stove', 450, 1650, 'low', 1.2, 'stove-iron', null, [['ash', 3, 'dried', 1]], { fixture: 'stove', days: 7 }],
  ['parlour', 'glass', 'Stove glass', 760, 1650, 'low', 0.12, 'glass-ceramic', null, [['fireplace-soot', 4, 'baked', 5]], { fixture: 'stove', days: 7 }],
  ['parlour', 'hearth', 'Marble hearth', 950, 2000, 'floor', 0.8, 'marble', 'honed', [['ash', 2, 'dried', 1], ['red-wine', 2, 'dried', 4]], { fixture: 'hearth', days: 7 }],
  ['parlour', 'rug', 'Wool rug', 2350, 2000, 'floor', 2.6, 'wool-rug', null, [['candle-wax', 3, 'dried', 6], ['crumbs', 2, 'dried', 1]], { fixture: 'rug', days: 7, centre: true }],
  ['parlour', 'settle', 'Velvet settle', 3250, 650, 'mid', 2.2, 'velvet', null, [['dust', 2, 'dried', 6]], { fixture: 'settle', touch: 2, days: 14 }],
  ['parlour', 'lamp', 'Brass lamp', 1600, 600, 'high', 0.15, 'brass', 'bare', [['brass-tarnish', 3, 'set', 60]], { days: 90 }],
  ['parlour', 'table', 'French-polished table', 1600, 420, 'mid', 0.4, 'shellac-wood', null, [['water-ring', 2, 'set', 21], ['dust', 2, 'dried', 4]], { fixture: 'table', days: 7 }],
  ['parlour', 'window', 'Parlour window', 2100, 60, 'high', 2.4, 'glass', null, [['fingerprints', 2, 'dried', 8]], { days: 30 }],
  ['parlour', 'boards', 'Waxed boards', 3300, 2900, 'floor', 9, 'wood-floor', 'waxed', [['dust', 2, 'dried', 3]], { days: 7, centre: true }],

  ['loft', 'mattress', 'Latex mattress', 1700, 1600, 'mid', 3.2, 'latex', null, [['dust-mites', 3, 'dried', 30], ['sweat', 2, 'set', 30]], { fixture: 'bed', skin: true, days: 180 }],
  ['loft', 'blinds', 'Linen blinds', 1850, 80, 'high', 2, 'linen', 'dyed', [['dust', 3, 'dried', 20]], { days: 90 }],
  ['loft', 'boards', 'Painted boards', 2000, 2950, 'floor', 7, 'painted-wood', 'oil-gloss', [['dust', 3, 'dried', 5]], { days: 7, centre: true, kinds: ['floor'] }],
  ['loft', 'chest', 'Oak chest', 3500, 800, 'mid', 0.9, 'waxed-wood', null, [['dust', 2, 'dried', 5]], { fixture: 'chest', days: 14 }],
  ['loft', 'wall', 'Matt painted wall', 150, 1600, 'mid', 9, 'matt-paint-wall', null, [['fingerprints', 2, 'dried', 25], ['crayon', 2, 'set', 9]], { days: 180 }],
  ['loft', 'lamp', 'Paper lampshade', 700, 500, 'high', 0.3, 'lampshade', null, [['dust', 3, 'dried', 30]], { days: 60 }],

  ['nook', 'table', 'Veneer table', 700, 460, 'mid', 0.9, 'veneer', 'shellac', [['ink-ballpoint', 2, 'dried', 7], ['dust', 1, 'dried', 3]], { fixture: 'desk', days: 14 }],
  ['nook', 'machine', 'Sewing machine', 1300, 400, 'mid', 0.25, 'painted-metal', 'oil-enamel', [['lint', 3, 'dried', 5], ['chain-grease', 2, 'set', 30]], { fixture: 'desk', touch: 2, days: 30 }],
  ['nook', 'screen', 'Touch screen', 420, 260, 'mid', 0.06, 'coated-screen', null, [['fingerprints', 3, 'dried', 1]], { touch: 3, skin: true, days: 7 }],
  ['nook', 'chair', 'Leather chair', 900, 1100, 'mid', 0.6, 'leather', 'finished', [['ink-ballpoint', 3, 'dried', 6]], { skin: true, days: 60 }],
  ['nook', 'floor', 'Cork floor', 1100, 1500, 'floor', 2.8, 'cork', 'varnished', [['lint', 3, 'dried', 3], ['adhesive', 2, 'set', 15]], { days: 14, centre: true }],

  ['wash', 'tub', 'Zinc tub', 800, 460, 'low', 1.4, 'zinc', null, [['zinc-white-rust', 2, 'set', 40], ['soap-scum', 2, 'dried', 5]], { fixture: 'tub', skin: true, days: 14 }],
  ['wash', 'brick', 'Painted brick', 1300, 60, 'mid', 5, 'brick', null, [['cobweb', 2, 'dried', 20], ['mildew', 2, 'set', 20]], { days: 90 }],
  ['wash', 'machine', 'Washing machine seal', 1900, 450, 'mid', 0.1, 'rubber', 'synthetic', [['mildew', 3, 'set', 14], ['lint', 2, 'dried', 3]], { fixture: 'machine', days: 30 }],
  ['wash', 'drain', 'Floor drain', 1300, 1300, 'floor', 0.1, 'cast-iron', 'bare', [['drain-slime', 3, 'set', 25]], { days: 30 }],
  ['wash', 'floor', 'Concrete floor', 1700, 1700, 'floor', 4, 'concrete', 'sealed', [['sand', 3, 'dried', 4]], { days: 14, centre: true }],
];

/** item, place, pack amount, unit, on hand, and more */
export type StockRow = [string, string, number, 'mL' | 'g' | 'piece', number, { opened?: number; made?: number; price?: number; colour?: string; strength?: number }?];
export interface KitRow {
  key: string;
  name: string;
  kind: 'shelf' | 'caddy' | 'apron' | 'cart' | 'boot' | 'store';
  room: string | null;
  mass?: number;
  /** id, name, row, height band, locked, and of a carrier what for */
  places: [string, string, number, 'high' | 'eye' | 'low' | 'hook', boolean, string?][];
  /** item, level, unit */
  par: [string, number, 'mL' | 'g' | 'piece'][];
  stock: StockRow[];
}
const SHELF: KitRow['places'] = [['top', 'top shelf', 0, 'eye', true], ['lower', 'lower shelf', 1, 'low', false], ['hooks', 'hooks', 2, 'hook', false]];
export const KITS: KitRow[] = [
  {
    key: 'wet', name: 'Wet room shelf', kind: 'shelf', room: 'wet', mass: 6000, places: SHELF,
    par: [['chlorine-bleach', 250, 'mL'], ['limescale-spray', 200, 'mL'], ['dish-detergent', 250, 'mL'], ['peroxide-3', 250, 'mL'], ['baking-soda', 150, 'g'], ['citric-descaler', 250, 'g'], ['microfibre-cloth', 5, 'piece'], ['cotton-cloth', 4, 'piece'], ['rubber-glove', 2, 'piece']],
    stock: [
      ['chlorine-bleach', 'top', 750, 'mL', 310, { opened: 150, made: 200, price: 0.85 }],
      ['limescale-spray', 'top', 500, 'mL', 420, { opened: 40, price: 2.4 }],
      ['white-vinegar', 'top', 1000, 'mL', 640, { opened: 60, price: 1.1 }],
      ['peroxide-3', 'top', 250, 'mL', 180, { opened: 30, price: 1.9 }],
      ['baking-soda', 'top', 500, 'g', 260, { price: 1.3 }],
      ['dish-detergent', 'lower', 500, 'mL', 350, { price: 1.2 }],
      ['microfibre-cloth', 'lower', 1, 'piece', 3, { colour: 'B', price: 1.2 }],
      ['cotton-cloth', 'lower', 1, 'piece', 4, { colour: 'T', price: 0.8 }],
      ['microfibre-glass-cloth', 'lower', 1, 'piece', 2, { colour: 'G', price: 1.5 }],
      ['rubber-glove', 'lower', 1, 'piece', 2, { price: 0.9 }],
      ['squeegee', 'hooks', 1, 'piece', 1], ['toothbrush', 'hooks', 1, 'piece', 1, { colour: 'B' }], ['toothbrush-toilet', 'hooks', 1, 'piece', 1, { colour: 'T' }], ['toilet-brush-rim', 'hooks', 1, 'piece', 1, { colour: 'T' }], ['flat-mop', 'hooks', 1, 'piece', 1],
    ],
  },
  {
    key: 'galley', name: 'Under the sink', kind: 'shelf', room: 'galley', mass: 8000, places: SHELF,
    par: [['dish-detergent', 500, 'mL'], ['washing-soda', 500, 'g'], ['all-purpose-spray', 500, 'mL'], ['paper-towel', 2, 'piece'], ['ribbed-cotton-cloth', 6, 'piece']],
    stock: [
      ['dish-detergent', 'top', 750, 'mL', 610, { price: 1.6 }], ['all-purpose-spray', 'top', 500, 'mL', 330, { price: 1.9 }], ['washing-soda', 'lower', 1000, 'g', 720, { price: 1.4 }], ['degreaser', 'lower', 500, 'mL', 280, { opened: 100, price: 3.1 }],
      ['baking-soda', 'lower', 500, 'g', 400, { price: 1.3 }], ['ribbed-cotton-cloth', 'lower', 1, 'piece', 6, { colour: 'K' }], ['paper-towel', 'lower', 1, 'piece', 2, { price: 0.7 }], ['cellulose-sponge', 'lower', 1, 'piece', 2],
      ['dish-brush', 'hooks', 1, 'piece', 1], ['plastic-scraper', 'hooks', 1, 'piece', 1], ['white-pad', 'hooks', 1, 'piece', 2],
    ],
  },
  {
    key: 'porch', name: 'Porch basket', kind: 'caddy', room: 'porch', mass: 4000, places: [['basket', 'basket', 0, 'low', false], ['hooks', 'hooks', 1, 'hook', false]],
    par: [['hand-broom', 1, 'piece'], ['cotton-cloth', 2, 'piece']],
    stock: [['saddle-soap', 'basket', 200, 'g', 140, { price: 4.2 }], ['white-vinegar', 'basket', 500, 'mL', 120, { opened: 200 }], ['cotton-cloth', 'basket', 1, 'piece', 1, { colour: 'F' }], ['hand-broom', 'hooks', 1, 'piece', 1], ['whisk-broom', 'hooks', 1, 'piece', 1]],
  },
  {
    key: 'parlour', name: 'Parlour box', kind: 'caddy', room: 'parlour', mass: 12000, places: [['box', 'box', 0, 'low', false], ['hooks', 'hooks', 1, 'hook', false]],
    par: [['microfibre-cloth', 4, 'piece'], ['brass-polish', 100, 'mL']],
    stock: [['brass-polish', 'box', 150, 'mL', 40, { opened: 500, price: 5.5 }], ['wood-polish-wax', 'box', 250, 'g', 200, { price: 8 }], ['hob-cream', 'box', 250, 'mL', 210, { price: 3.4 }], ['microfibre-cloth', 'box', 1, 'piece', 4, { colour: 'D' }], ['soot-sponge', 'box', 1, 'piece', 1], ['lint-roller', 'hooks', 1, 'piece', 1], ['extending-duster', 'hooks', 1, 'piece', 1], ['vacuum-brush', 'hooks', 1, 'piece', 1]],
  },
  {
    key: 'loft', name: 'Loft caddy', kind: 'caddy', room: 'loft', mass: 12000, places: [['caddy', 'caddy', 0, 'low', false], ['hooks', 'hooks', 1, 'hook', false]],
    par: [['microfibre-cloth', 3, 'piece'], ['enzyme-cleaner', 250, 'mL']],
    stock: [['enzyme-cleaner', 'caddy', 500, 'mL', 90, { opened: 60, price: 4.4 }], ['dish-detergent', 'caddy', 250, 'mL', 210], ['microfibre-cloth', 'caddy', 1, 'piece', 3, { colour: 'D' }], ['vacuum-upholstery', 'hooks', 1, 'piece', 1], ['damp-duster', 'hooks', 1, 'piece', 2]],
  },
  {
    key: 'apron', name: 'Cleaning apron', kind: 'apron', room: null, mass: 2500,
    places: [
      ['ready', 'right pocket', 0, 'low', false, 'ready'], ['other', 'left pocket', 0, 'low', false, 'other'],
      ['small', 'bib slots', 1, 'eye', false, 'small'], ['clean', 'right pouch', 2, 'low', false, 'clean'],
      ['used', 'left pouch, lined', 2, 'low', false, 'used'], ['long', 'back loops', 3, 'hook', false, 'long'], ['waste', 'back bag, lined', 3, 'low', false, 'waste'],
    ],
    par: [['microfibre-cloth', 4, 'piece']],
    stock: [
      ['spray-bottle', 'ready', 1, 'piece', 1], ['cotton-cloth', 'ready', 1, 'piece', 2, { colour: 'A' }],
      ['all-purpose-spray', 'other', 250, 'mL', 180], ['nylon-detail-brush', 'small', 1, 'piece', 1], ['plastic-scraper', 'small', 1, 'piece', 1],
      ['microfibre-cloth', 'clean', 1, 'piece', 4, { colour: 'A' }], ['extending-duster', 'long', 1, 'piece', 1], ['bin-liner', 'waste', 1, 'piece', 5],
    ],
  },
  {
    key: 'store', name: 'Wash-house store', kind: 'store', room: 'wash', places: [['acid', 'acids, bottom tray', 2, 'low', true], ['upper', 'upper shelf', 0, 'eye', true], ['middle', 'middle shelf', 1, 'low', false], ['hooks', 'hooks', 3, 'hook', false]],
    par: [['dish-detergent', 1000, 'mL'], ['laundry-powder', 2000, 'g'], ['isopropanol-70', 500, 'mL']],
    stock: [
      ['chlorine-bleach', 'upper', 750, 'mL', 750, { made: 60, price: 0.85 }], ['isopropanol-70', 'upper', 500, 'mL', 350, { price: 3.2 }], ['white-spirit', 'upper', 500, 'mL', 400, { price: 2.9 }], ['laundry-powder', 'middle', 3000, 'g', 1800, { price: 6.5 }], ['percarbonate-booster', 'middle', 1000, 'g', 640, { price: 4.1 }],
      ['dish-detergent', 'middle', 2000, 'mL', 1500, { price: 3.8 }], ['wool-detergent', 'middle', 750, 'mL', 500, { price: 3.6 }], ['rust-remover-oxalic', 'acid', 500, 'mL', 450, { price: 4.9 }], ['citric-descaler', 'acid', 1000, 'g', 180, { price: 4.2 }], ['toilet-gel-citric', 'acid', 750, 'mL', 600, { price: 1.9 }],
      ['stone-cleaner-neutral', 'middle', 1000, 'mL', 800, { price: 5.6 }], ['microfibre-cloth', 'middle', 1, 'piece', 6, { price: 1.2 }], ['vacuum-floor', 'hooks', 1, 'piece', 1], ['vacuum-hepa', 'hooks', 1, 'piece', 1], ['vacuum-crevice', 'hooks', 1, 'piece', 1], ['broom', 'hooks', 1, 'piece', 1], ['scrub-brush', 'hooks', 1, 'piece', 1],
    ],
  },
];

/** key, name, capacity mL, outline, kit, opaque */
export const BOTTLES: [string, string, number, 'sprayer' | 'round' | 'jug' | 'bucket' | 'jar', string, boolean][] = [
  ['green', 'The green sprayer', 500, 'sprayer', 'wet', false],
  ['tall', 'The tall sprayer', 750, 'sprayer', 'galley', false],
  ['brown', 'The brown bottle', 250, 'round', 'wet', true],
  ['jug', 'The measuring jug', 1000, 'jug', 'store', false],
  ['bucket', 'The zinc bucket', 9000, 'bucket', 'store', true],
  ['short', 'The short sprayer', 500, 'sprayer', 'wet', false],
];
