/** What the parts say by themselves. */
export interface PartWords {
  readonly free: string;
  readonly looking: string;
  readonly failed: string;
  readonly again: string;
  readonly choose: string;
  readonly notFor: string;
  readonly openNow: string;
  readonly closedNow: string;
  readonly closed: string;
  readonly waiting: string;
  moreForFree(amount: string, name: string): string;
  from(amount: string): string;
  estimate(place: string, price: string, days: string): string;
  noEstimate(place: string): string;
  readonly yourCode: string;
}

const en: PartWords = {
  free: 'Free',
  looking: 'Looking for ways to deliver',
  failed: 'Delivery prices cannot be shown at the moment.',
  again: 'Try again',
  choose: 'Choose how it is delivered',
  notFor: 'Not for this order',
  openNow: 'Open now',
  closedNow: 'Closed now',
  closed: 'closed',
  waiting: 'One more price is on its way.',
  moreForFree: (amount, name) => `${amount} more and ${name} is free`,
  from: (amount) => `from ${amount}`,
  estimate: (place, price, days) => `To ${place}: ${price}${days === '' ? '' : `, ${days}`}`,
  noEstimate: (place) => `Not delivered to ${place}`,
  yourCode: 'Your postal code',
};

const fr: PartWords = {
  free: 'Gratuit',
  looking: 'Recherche des modes de livraison',
  failed: 'Les prix de livraison ne peuvent pas être affichés en ce moment.',
  again: 'Réessayer',
  choose: 'Choisissez le mode de livraison',
  notFor: 'Pas pour cette commande',
  openNow: 'Ouvert',
  closedNow: 'Fermé en ce moment',
  closed: 'fermé',
  waiting: 'Un autre prix arrive.',
  moreForFree: (amount, name) => `Encore ${amount} et ${name} est gratuit`,
  from: (amount) => `à partir de ${amount}`,
  estimate: (place, price, days) => `À ${place} : ${price}${days === '' ? '' : `, ${days}`}`,
  noEstimate: (place) => `Pas livré à ${place}`,
  yourCode: 'Votre code postal',
};

export const partWords = (language: string): PartWords => (language.toLowerCase().startsWith('fr') ? fr : en);
