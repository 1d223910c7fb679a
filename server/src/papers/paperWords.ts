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
  readonly hello: string;
  readonly packed: string;
  readonly packedText: string;
  readonly underWay: string;
  readonly underWayText: string;
  readonly tracking: string;
  readonly ready: string;
  readonly readyText: string;
  readonly late: string;
  readonly lateText: string;
  readonly toPack: string;
  readonly toPackDay: string;
  readonly packBy: string;
  readonly leaves: string;
  readonly service: string;
  readonly customs: string;
  readonly from: string;
  readonly to: string;
  readonly sale: string;
  readonly weight: string;
  readonly value: string;
  readonly code: string;
  readonly origin: string;
  readonly charges: string;
  readonly sign: string;
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
  hello: 'Hello',
  packed: 'is packed',
  packedText: 'Your order is packed and will leave soon.',
  underWay: 'is on its way',
  underWayText: 'Your order has left our shop.',
  tracking: 'Parcel number',
  ready: 'is ready to collect',
  readyText: 'Your order waits for you.',
  late: 'comes later than we said',
  lateText: 'Your order takes longer than we said. We are sorry, and on it.',
  toPack: 'To pack',
  toPackDay: 'Orders to pack',
  packBy: 'Pack by',
  leaves: 'Leaves',
  service: 'Delivery',
  customs: 'Customs declaration',
  from: 'From',
  to: 'To',
  sale: 'Category of item: sale of goods',
  weight: 'Net weight',
  value: 'Value',
  code: 'HS tariff number',
  origin: 'Country of origin',
  charges: 'Postal charges',
  sign: 'I certify that the particulars given in this declaration are correct, and that this item contains nothing dangerous or prohibited. Date and signature:',
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
  hello: 'Bonjour',
  packed: 'est emballée',
  packedText: 'Votre commande est emballée et partira bientôt.',
  underWay: 'est en route',
  underWayText: 'Votre commande a quitté notre boutique.',
  tracking: 'Numéro du colis',
  ready: 'est prête à retirer',
  readyText: 'Votre commande vous attend.',
  late: 'arrivera plus tard que prévu',
  lateText: 'Votre commande prend plus de temps que prévu. Nous le regrettons et nous en occupons.',
  toPack: 'À emballer',
  toPackDay: 'Commandes à emballer',
  packBy: 'À emballer le',
  leaves: 'Départ',
  service: 'Livraison',
  customs: 'Déclaration en douane',
  from: 'Expéditeur',
  to: 'Destinataire',
  sale: 'Catégorie de l’envoi : vente de marchandises',
  weight: 'Poids net',
  value: 'Valeur',
  code: 'N° tarifaire du SH',
  origin: 'Pays d’origine',
  charges: 'Frais de port',
  sign: 'Je certifie que les renseignements donnés dans la présente déclaration sont exacts et que cet envoi ne contient aucun objet dangereux ou interdit. Date et signature :',
};

export const paperWords = (language: string): PaperWords => (language.toLowerCase().startsWith('fr') ? FR : EN);
