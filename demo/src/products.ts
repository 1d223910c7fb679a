import { type GoodsGroup, PLAIN_GROUP, PRODUCT_DEFAULTS, type Product } from '@ostrakon/core';

/** Size in centimetres, length by width by height as it stands. */
type Row = readonly [id: string, name: string, price: number, weight: string | null, size: string | null];

const sizeOf = (text: string | null): Product['size'] => {
  if (text === null) return null;
  const [length = '', width = '', height = ''] = text.split('x').map((side) => `${side} cm`);
  return { length, width, height };
};

const ROWS: Readonly<Record<string, readonly Row[]>> = {
  tools: [
    ['needle-tool', 'Needle tool', 750, '40 g', '15x1.5x1.5'],
    ['wooden-rib', 'Wooden rib, kidney', 620, '45 g', '10x6x1'],
    ['steel-rib', 'Steel rib, flexible', 540, '30 g', '11x6x0.2'],
    ['wire-cutter', 'Wire cutter, 45 cm', 480, '35 g', '12x6x2'],
    ['loop-tools', 'Loop tools, set of six', 2890, '310 g', '22x12x3'],
    ['sponge-natural', 'Throwing sponge', 395, '20 g', '10x8x5'],
    ['fettling-knife', 'Fettling knife', 690, '60 g', '20x2x1.5'],
    ['bamboo-brush', 'Bamboo glaze brush', 1150, '40 g', '26x2x2'],
    ['cones-6', 'Pyrometric cones, cone 6, box of 50', 1980, '290 g', '12x8x6'],
    ['calipers', 'Lid calipers, 20 cm', 2240, '180 g', '22x12x2'],
    ['banding-wheel', 'Banding wheel, cast, small', 6400, '0.9 kg', '19x19x9'],
    ['apron-canvas', 'Canvas apron', 3450, '520 g', '30x25x3'],
    ['book-glaze', 'Notes on ash glazes', 4200, '760 g', '24x17x2.5'],
    ['stamps-letters', 'Letter stamps', 2600, null, null],
  ],
  clay: [
    ['stoneware-10', 'Stoneware clay, 10 kg', 2450, '10 kg', '28x20x14'],
    ['stoneware-20', 'Stoneware clay, 20 kg', 4390, '20 kg', '34x24x20'],
    ['porcelain-10', 'Porcelain, 10 kg', 4180, '10 kg', '28x20x14'],
    ['porcelain-20', 'Porcelain, 20 kg', 7690, '20 kg', '34x24x20'],
    ['earthenware-10', 'Red earthenware, 10 kg', 2190, '10 kg', '28x20x14'],
    ['earthenware-20', 'Red earthenware, 20 kg', 3890, '20 kg', '34x24x20'],
    ['raku-10', 'Grogged raku body, 10 kg', 2790, '10 kg', '28x20x14'],
    ['feldspar-5', 'Potash feldspar, 5 kg', 1680, '5 kg', '26x18x8'],
    ['silica-5', 'Silica, 5 kg', 1290, '5 kg', '26x18x8'],
    ['whiting-5', 'Whiting, 5 kg', 1340, '5 kg', '26x18x8'],
  ],
  glazes: [
    ['celadon-118', 'Celadon glaze, 118 ml', 790, '0.23 kg', '6x6x9'],
    ['celadon-473', 'Celadon glaze, 473 ml', 1890, '0.84 kg', '8x8x14'],
    ['celadon-3800', 'Celadon glaze, 3.8 l', 9900, '6.4 kg', '19x19x26'],
    ['tenmoku-118', 'Tenmoku glaze, 118 ml', 790, '0.23 kg', '6x6x9'],
    ['tenmoku-473', 'Tenmoku glaze, 473 ml', 1890, '0.84 kg', '8x8x14'],
    ['clear-473', 'Clear glaze, 473 ml', 1690, '0.84 kg', '8x8x14'],
    ['clear-3800', 'Clear glaze, 3.8 l', 8700, '6.4 kg', '19x19x26'],
    ['underglaze-118', 'Cobalt underglaze, 118 ml', 1090, '0.2 kg', '6x6x9'],
  ],
  shelves: [
    ['shelf-30', 'Kiln shelf, round, 30 cm', 4900, '2.1 kg', '30x30x2'],
    ['shelf-45', 'Kiln shelf, half round, 45 cm', 5800, '3.4 kg', '45x23x2'],
    ['shelf-rect', 'Kiln shelf, 30 by 60 cm', 8900, '5.2 kg', '60x30x2'],
    ['posts-15', 'Kiln posts, 15 cm, set of eight', 3600, '1.9 kg', '17x12x8'],
    ['stilts', 'Stilts, assorted, bag of 24', 1450, '340 g', null],
  ],
  machines: [
    ['wheel-46', 'Tabletop throwing wheel', 98_500, '46 kg', '62x52x40'],
    ['wheel-62', 'Throwing wheel, one horsepower', 189_000, '62 kg', '70x60x55'],
    ['kiln-70', 'Test kiln, 60 litres', 215_000, '70 kg', '75x65x70'],
    ['kiln-140', 'Studio kiln, 180 litres', 398_000, '140 kg', '95x85x90'],
  ],
};

/** Named goods groups; tools and small things stay in the default group. */
export const goodsGroups: readonly GoodsGroup[] = [
  { id: 'clay', name: 'Clay and dry materials', mark: 'clay', ...PLAIN_GROUP },
  {
    id: 'glazes',
    name: 'Liquid glazes',
    mark: 'glaze',
    ...PLAIN_GROUP,
    // They would freeze in a depot over the weekend.
    leavesOn: [{ weekdays: [1, 2, 3], season: { from: '12-01', until: '03-31' } }],
  },
  { id: 'shelves', name: 'Shelves and posts', mark: 'sand', ...PLAIN_GROUP, extraPackingDays: 2 },
  { id: 'machines', name: 'Machines', mark: 'slate', ...PLAIN_GROUP },
];

/** How the goods of a group travel. */
const HANDLING: Readonly<Record<string, Partial<Product>>> = {
  tools: { tags: ['small'] },
  clay: { group: 'clay', ownBox: true, tags: ['heavy'] },
  glazes: { group: 'glazes', upright: true, tags: ['liquid'] },
  shelves: { group: 'shelves', fragile: true, extraPackingDays: 2, tags: ['kiln'] },
  machines: { group: 'machines', origin: 'moncton', ownBox: true, upright: true, tags: ['kiln', 'heavy'] },
};

const giftCard: Product = { ...PRODUCT_DEFAULTS, id: 'gift-card', name: 'Gift card', price: 5000, delivered: false, tags: [] };

/** Invented goods of the demo shop. */
export const products: readonly Product[] = [
  ...Object.entries(ROWS).flatMap(([kind, rows]) =>
    rows.map(
      ([id, name, price, weight, size]): Product => ({
        ...PRODUCT_DEFAULTS,
        id,
        name,
        price,
        weight,
        size: sizeOf(size),
        tags: [],
        ...HANDLING[kind],
        ownCharge: id === 'wheel-46' ? { amount: 14_500, how: 'instead' } : null,
      }),
    ),
  ),
  giftCard,
];
