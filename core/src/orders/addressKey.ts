/** Who receives a consignment, and where. */
export interface Receiver {
  readonly name: string;
  readonly mail: string;
  readonly street: string;
  readonly town: string;
  readonly country: string;
  readonly postalCode?: string | undefined;
}

/** Words of addresses that people write long and short. Common practice, no published source; what is ambiguous, such as "St", has one form for all it can mean. */
const SHORT: Readonly<Record<string, string>> = {
  street: 'st',
  saint: 'st',
  sainte: 'ste',
  suite: 'ste',
  road: 'rd',
  avenue: 'ave',
  av: 'ave',
  boulevard: 'blvd',
  boul: 'blvd',
  drive: 'dr',
  lane: 'ln',
  court: 'ct',
  place: 'pl',
  square: 'sq',
  crescent: 'cres',
  terrace: 'terr',
  highway: 'hwy',
  parkway: 'pkwy',
  chemin: 'ch',
  route: 'rte',
  apartment: 'apt',
  appartement: 'apt',
  app: 'apt',
  number: 'no',
  north: 'n',
  south: 's',
  east: 'e',
  west: 'w',
  mount: 'mt',
  fort: 'ft',
  strasse: 'str',
};

const PLAIN = /^[\x20-\x7e]*$/;

/** Letters without case, accents and joined forms. */
const folded = (text: string): string => (PLAIN.test(text) ? text.toLowerCase() : foldedForms(text));

const foldedForms = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('æ', 'ae')
    .replaceAll('ø', 'o')
    .replaceAll('ł', 'l');

const words = (text: string): string[] =>
  folded(text)
    .replace(/['’.]/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map((word) => (Object.hasOwn(SHORT, word) ? (SHORT[word] as string) : word));

/** An address however it is written: case, accents, spaces, punctuation and common abbreviations make no difference. */
export const addressKey = ({ street, town, country, postalCode = '' }: Pick<Receiver, 'street' | 'town' | 'country' | 'postalCode'>) =>
  [words(street).join(' '), words(town).join(' '), folded(postalCode).replace(/[^\p{L}\p{N}]/gu, ''), country].join('|');

/** What is looked through for a word of a buyer. */
export const searchText = (...texts: readonly string[]): string => folded(texts.join(' '));

/** What makes two orders those of one buyer: the same address, and the same name or the same mail address. */
export const buyerKeys = (receiver: Receiver): readonly [byName: string, byMail: string] => {
  const at = addressKey(receiver);
  const byName = `${at}|${words(receiver.name).join(' ')}`;
  const mail = receiver.mail.trim().toLowerCase();
  // Of whom no mail address is known is known by name only.
  return [byName, mail === '' ? byName : `${at}|${mail}`];
};
