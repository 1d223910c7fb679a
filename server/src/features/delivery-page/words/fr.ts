import type { PageWords } from './pageWords.ts';

export const fr: PageWords = {
  title: (shop) => `Les livraisons de ${shop}`,
  since: (date) => `En vigueur depuis le ${date}.`,
  until: (date) => `De nouveaux prix commencent le ${date}.`,
  yours: 'À votre adresse',
  notYours: 'Nous ne livrons pas encore à cette adresse.',
  country: 'Pays',
  postalCode: 'Code postal',
  show: 'Afficher',
  all: 'Afficher tous les lieux',
  everywhereElse: 'Partout ailleurs',
  except: (places) => `mais pas ${places}`,
  more: (count) => `${count} de plus`,
  codes: (rules, country) => `codes postaux ${rules} (${country})`,
  upTo: (distance, city) => `jusqu’à ${distance} de ${city}`,
  between: (beyond, within, city) => `de ${beyond} à ${within} de ${city}`,
  free: 'gratuit',
  from: (amount) => `à partir de ${amount}`,
  freeFrom: (amount) => `gratuit dès ${amount} d’articles`,
  byCarrier: 'au prix que le transporteur demande pour votre commande',
  byOrder: 'le prix dépend de la commande',
  onDays: (days) => `le ${days}`,
  days: (least, most) => {
    if (most === 0) return 'le jour même';
    if (least === most) return most === 1 ? '1 jour de route' : `${most} jours de route`;
    return `${least} à ${most} jours de route`;
  },
  orderBefore: (name, moment) => `${name} avant ${moment}`,
  inTime: (holiday, date, orders) => `Pour l’avoir avant ${holiday} (${date}), commandez : ${orders}.`,
  notDelivered: (goods) => `Pas livré là-bas : ${goods}.`,
  onRequest: (goods) => `Demandez-nous un prix : ${goods}.`,
  nothing: 'Rien n’y est encore livré.',
  collect: 'Venir chercher',
  hours: 'Heures des prochains jours',
  closed: 'fermé',
  notAtAll: 'Où nous ne livrons pas',
  unreached: (countries) => `Pas encore, mais nous y travaillons : ${countries}.`,
  otherCountries: (count) => `Nous livrons dans ${count === 1 ? 'un pays' : `${count} pays`} et dans aucun autre.`,
  policy: 'Nos engagements',
  write: 'Écrivez-nous',
};
