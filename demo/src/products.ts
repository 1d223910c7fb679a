import type { Product } from '@ostrakon/core';

type Row = readonly [id: string, name: string, price: number, weight: string | null];

const GROUPS: Readonly<Record<string, readonly Row[]>> = {
  'Tools and small things': [
    ['needle-tool', 'Needle tool', 750, '40 g'],
    ['wooden-rib', 'Wooden rib, kidney', 620, '45 g'],
    ['steel-rib', 'Steel rib, flexible', 540, '30 g'],
    ['wire-cutter', 'Wire cutter, 45 cm', 480, '35 g'],
    ['loop-tools', 'Loop tools, set of six', 2890, '310 g'],
    ['sponge-natural', 'Throwing sponge', 395, '20 g'],
    ['fettling-knife', 'Fettling knife', 690, '60 g'],
    ['bamboo-brush', 'Bamboo glaze brush', 1150, '40 g'],
    ['cones-6', 'Pyrometric cones, cone 6, box of 50', 1980, '290 g'],
    ['calipers', 'Lid calipers, 20 cm', 2240, '180 g'],
    ['banding-wheel', 'Banding wheel, cast, small', 6400, '0.9 kg'],
    ['apron-canvas', 'Canvas apron', 3450, '520 g'],
    ['book-glaze', 'Notes on ash glazes', 4200, '760 g'],
    ['stamps-letters', 'Letter stamps', 2600, null],
  ],
  'Clay and dry materials': [
    ['stoneware-10', 'Stoneware clay, 10 kg', 2450, '10 kg'],
    ['stoneware-20', 'Stoneware clay, 20 kg', 4390, '20 kg'],
    ['porcelain-10', 'Porcelain, 10 kg', 4180, '10 kg'],
    ['porcelain-20', 'Porcelain, 20 kg', 7690, '20 kg'],
    ['earthenware-10', 'Red earthenware, 10 kg', 2190, '10 kg'],
    ['earthenware-20', 'Red earthenware, 20 kg', 3890, '20 kg'],
    ['raku-10', 'Grogged raku body, 10 kg', 2790, '10 kg'],
    ['feldspar-5', 'Potash feldspar, 5 kg', 1680, '5 kg'],
    ['silica-5', 'Silica, 5 kg', 1290, '5 kg'],
    ['whiting-5', 'Whiting, 5 kg', 1340, '5 kg'],
  ],
  'Liquid glazes': [
    ['celadon-118', 'Celadon glaze, 118 ml', 790, '0.23 kg'],
    ['celadon-473', 'Celadon glaze, 473 ml', 1890, '0.84 kg'],
    ['celadon-3800', 'Celadon glaze, 3.8 l', 9900, '6.4 kg'],
    ['tenmoku-118', 'Tenmoku glaze, 118 ml', 790, '0.23 kg'],
    ['tenmoku-473', 'Tenmoku glaze, 473 ml', 1890, '0.84 kg'],
    ['clear-473', 'Clear glaze, 473 ml', 1690, '0.84 kg'],
    ['clear-3800', 'Clear glaze, 3.8 l', 8700, '6.4 kg'],
    ['underglaze-118', 'Cobalt underglaze, 118 ml', 1090, '0.2 kg'],
  ],
  'Shelves and posts': [
    ['shelf-30', 'Kiln shelf, round, 30 cm', 4900, '2.1 kg'],
    ['shelf-45', 'Kiln shelf, half round, 45 cm', 5800, '3.4 kg'],
    ['shelf-rect', 'Kiln shelf, 30 by 60 cm', 8900, '5.2 kg'],
    ['posts-15', 'Kiln posts, 15 cm, set of eight', 3600, '1.9 kg'],
    ['stilts', 'Stilts, assorted, bag of 24', 1450, '340 g'],
  ],
  Machines: [
    ['wheel-46', 'Tabletop throwing wheel', 98_500, '46 kg'],
    ['wheel-62', 'Throwing wheel, one horsepower', 189_000, '62 kg'],
    ['kiln-70', 'Test kiln, 60 litres', 215_000, '70 kg'],
    ['kiln-140', 'Studio kiln, 180 litres', 398_000, '140 kg'],
  ],
};

const giftCard: Product = {
  id: 'gift-card',
  name: 'Gift card',
  group: 'Tools and small things',
  price: 5000,
  weight: null,
  delivered: false,
};

/** Invented goods of the demo shop. */
export const products: readonly Product[] = [
  ...Object.entries(GROUPS).flatMap(([group, rows]) =>
    rows.map(([id, name, price, weight]): Product => ({ id, name, group, price, weight, delivered: true })),
  ),
  giftCard,
];
