/** What papers say besides what the owner writes, in the languages they come in. */
export interface PaperWords {
  readonly slip: string;
  readonly pickList: string;
  readonly pickupList: string;
  readonly roundSheet: string;
  readonly order: string;
  readonly ordered: string;
  readonly pieces: string;
  readonly goods: string;
  readonly price: string;
  readonly orders: string;
  readonly delivery: string;
  readonly total: string;
  readonly parcel: string;
  readonly arrives: string;
  readonly stop: string;
  readonly buyer: string;
  readonly km: string;
  readonly straight: string;
  readonly done: string;
}

const EN: PaperWords = {
  slip: 'Packing slip',
  pickList: 'Pick list',
  pickupList: 'To be collected',
  roundSheet: 'Round',
  order: 'Order',
  ordered: 'Ordered',
  pieces: 'Pieces',
  goods: 'Goods',
  price: 'Price',
  orders: 'Orders',
  delivery: 'Delivery',
  total: 'Total',
  parcel: 'Parcel',
  arrives: 'Arrives',
  stop: 'Stop',
  buyer: 'Buyer',
  km: 'km',
  straight: 'Distances are straight lines; roads are longer.',
  done: 'Done',
};

const FR: PaperWords = {
  slip: 'Bordereau d’expédition',
  pickList: 'Liste de prélèvement',
  pickupList: 'À retirer',
  roundSheet: 'Tournée',
  order: 'Commande',
  ordered: 'Commandée',
  pieces: 'Pièces',
  goods: 'Articles',
  price: 'Prix',
  orders: 'Commandes',
  delivery: 'Livraison',
  total: 'Total',
  parcel: 'Colis',
  arrives: 'Arrive',
  stop: 'Arrêt',
  buyer: 'Client',
  km: 'km',
  straight: 'Distances à vol d’oiseau ; par la route, c’est plus long.',
  done: 'Fait',
};

export const paperWords = (language: string): PaperWords => (language.toLowerCase().startsWith('fr') ? FR : EN);
