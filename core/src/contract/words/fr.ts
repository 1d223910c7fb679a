import type { BuyerSentences } from './buyerSentences.ts';

const alone = (bound: string) => bound;

export const fr: BuyerSentences = {
  of: {
    itemsWeight: (bound) => `${bound} d’articles`,
    packedWeight: (bound) => `${bound} emballage compris`,
    billableWeight: (bound) => `${bound} de poids facturé`,
    valueBeforeDiscounts: (bound) => `${bound} d’articles avant remises`,
    valueAfterDiscounts: (bound) => `${bound} d’articles`,
    itemCount: alone,
    parcels: alone,
    longestSide: (bound) => `${bound} de plus grand côté`,
    sumOfSides: (bound) => `${bound} de somme des côtés`,
    lengthPlusGirth: (bound) => `${bound} de longueur plus tour`,
    distance: (bound) => `${bound} de chez nous`,
  },
  count: (number, one, what) => `${number} ${what === 'items' ? 'article' : 'colis'}${one || what === 'parcels' ? '' : 's'}`,
  from: (bound) => `Seulement à partir de ${bound}.`,
  upTo: (bound) => `Seulement jusqu’à ${bound}.`,
  dates: (from, until) => {
    if (from === null) return `Seulement jusqu’au ${until}.`;
    return until === null ? `Seulement à partir du ${from}.` : `Seulement du ${from} au ${until}.`;
  },
  plain: {
    notThisSize: 'Pas pour une commande de cette taille.',
    notTheseGoods: 'Pas pour ces articles.',
    notAllGoods: 'Pas pour tous ces articles.',
    couponOnly: 'Seulement avec un code promotionnel.',
    notToday: 'Pas ce jour de la semaine.',
    fullAddressNeeded: 'Seulement si nous connaissons la distance : indiquez votre adresse complète.',
    notThere: 'Pas à cette adresse.',
    notThisOrder: 'Pas pour cette commande.',
    notNow: 'Pas disponible en ce moment.',
  },
  address: {
    provinceContradicts: 'Le code postal n’est pas dans cette province. Vérifiez l’un et l’autre.',
    provinceNeeded: 'Indiquez votre province ou région.',
    postalCodeNeeded: 'Indiquez votre code postal.',
  },
};
