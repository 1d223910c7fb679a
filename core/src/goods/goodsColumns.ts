/** What a column of a goods file can hold. */
export const GOODS_FIELDS = [
  'id',
  'name',
  'group',
  'price',
  'weight',
  'size',
  'length',
  'width',
  'height',
  'origin',
  'ownBox',
  'upright',
  'fragile',
  'delivered',
  'extraPackingDays',
  'ownCharge',
  'tags',
] as const;
export type GoodsField = (typeof GOODS_FIELDS)[number];

/** Names by which columns are known, in small letters without marks, in English, German, French, Spanish and Japanese; the first one is written. */
const NAMES: Readonly<Record<GoodsField, readonly string[]>> = {
  id: [
    'article number',
    'article',
    'article no',
    'item number',
    'id',
    'sku',
    'code',
    'product id',
    'no',
    'artikelnummer',
    'artikelnr',
    'artikel nr',
    'bestellnummer',
    'référence',
    'reference',
    'numéro d article',
    'code article',
    'referencia',
    'número de artículo',
    'codigo',
    'código',
    '商品番号',
    '品番',
    '商品コード',
  ],
  name: [
    'name',
    'title',
    'product',
    'product name',
    'description',
    'item',
    'bezeichnung',
    'artikelname',
    'produkt',
    'titel',
    'nom',
    'désignation',
    'produit',
    'titre',
    'nombre',
    'producto',
    'título',
    'descripción',
    '商品名',
    '品名',
    '名前',
  ],
  group: [
    'goods group',
    'group',
    'category',
    'warengruppe',
    'gruppe',
    'kategorie',
    'groupe',
    'catégorie',
    'grupo',
    'categoría',
    'カテゴリ',
    '分類',
  ],
  price: [
    'price',
    'unit price',
    'price each',
    'amount',
    'preis',
    'verkaufspreis',
    'einzelpreis',
    'prix',
    'prix unitaire',
    'precio',
    'precio unitario',
    '価格',
    '単価',
    '値段',
  ],
  weight: ['weight', 'unit weight', 'mass', 'weight each', 'gewicht', 'poids', 'peso', '重量', '重さ'],
  size: [
    'size',
    'dimensions',
    'measures',
    'maße',
    'masse',
    'abmessungen',
    'größe',
    'taille',
    'medidas',
    'dimensiones',
    'tamaño',
    'サイズ',
    '寸法',
  ],
  length: ['length', 'long', 'depth', 'l', 'länge', 'laenge', 'longueur', 'largo', 'longitud', '長さ', '奥行'],
  width: ['width', 'wide', 'w', 'breite', 'largeur', 'ancho', '幅'],
  height: ['height', 'high', 'h', 'höhe', 'hoehe', 'hauteur', 'alto', 'altura', '高さ'],
  origin: [
    'origin',
    'location',
    'leaves from',
    'ships from',
    'warehouse',
    'lager',
    'lagerort',
    'standort',
    'entrepôt',
    'lieu',
    'almacén',
    'ubicación',
    '倉庫',
    '出荷元',
  ],
  ownBox: ['own box', 'ships in own box', 'own carton', 'eigene verpackung', 'propre emballage', 'embalaje propio', '個別梱包'],
  upright: ['this side up', 'upright', 'keep upright', 'oben unten', 'aufrecht', 'debout', 'vertical', '天地無用'],
  fragile: ['fragile', 'breakable', 'zerbrechlich', 'fragil', 'frágil', '割れ物', '壊れ物'],
  delivered: ['delivered', 'is delivered', 'needs delivery', 'shippable', 'wird geliefert', 'livré', 'se entrega', '配送'],
  extraPackingDays: [
    'extra packing days',
    'packing days',
    'extra days',
    'lead days',
    'packtage',
    'jours de préparation',
    'días de preparación',
    '梱包日数',
  ],
  ownCharge: [
    'own delivery charge',
    'delivery charge',
    'own charge',
    'eigene versandkosten',
    'frais propres',
    'gastos propios',
    '個別送料',
  ],
  tags: ['tags', 'tag', 'labels', 'keywords', 'schlagwörter', 'schlagworte', 'étiquettes', 'mots clés', 'etiquetas', 'タグ'],
};

const plain = (header: string): string =>
  header
    .normalize('NFKC')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[_\-.:/'\u2019]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const UNIT = /[\s([]+(kg|g|mg|lb|lbs|oz|cm|mm|m|in|inch|inches|ft)[)\]]*$/;

/** The unit a header names for the bare numbers below it: "Weight (g)", "length_cm". */
export function unitOfHeader(header: string): string | undefined {
  return UNIT.exec(plain(header))?.[1];
}

/** The field a header stands for, if its name is known. */
export function fieldOfHeader(header: string): GoodsField | undefined {
  const text = plain(header).replace(UNIT, '');
  return GOODS_FIELDS.find((field) => NAMES[field].includes(text));
}

/** The header written for a field. */
export function headerOf(field: GoodsField): string {
  const [name = field] = NAMES[field];
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** One guess a column; a field is guessed for its first column only. */
export function guessFields(headers: readonly string[]): (GoodsField | null)[] {
  const taken = new Set<GoodsField>();
  return headers.map((header) => {
    const field = fieldOfHeader(header);
    if (field === undefined || taken.has(field)) return null;
    taken.add(field);
    return field;
  });
}
