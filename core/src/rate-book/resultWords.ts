/** Words that stand for a result, in small letters; English ones are understood everywhere. Common practice, no published source. */
interface ResultWords {
  readonly free: readonly string[];
  readonly notOffered: readonly string[];
  readonly ask: readonly string[];
  /** What stands between a rate and its unit, beside "/". */
  readonly per: readonly string[];
  readonly item: readonly string[];
  readonly parcel: readonly string[];
}

const WORDS: Readonly<Record<string, ResultWords>> = {
  en: {
    free: ['free'],
    notOffered: ['no', 'none', 'not offered', 'n/a', '-', '\u2013', '\u2014'],
    ask: [
      'ask us',
      'ask',
      'refer',
      '?',
      'write to us',
      'write us',
      'contact us',
      'contact',
      'quote',
      'on request',
      'enquire',
      'inquire',
      'call us',
    ],
    per: ['per', 'for each'],
    item: ['item', 'items', 'each'],
    parcel: ['parcel', 'parcels'],
  },
  de: {
    free: ['kostenlos', 'gratis', 'frei', 'versandkostenfrei'],
    notOffered: ['nein', 'nicht angeboten', 'kein angebot', 'entfällt'],
    ask: ['auf anfrage', 'anfragen', 'anfrage', 'bitte anfragen', 'kontakt', 'schreiben sie uns'],
    per: ['pro', 'je'],
    item: ['stück', 'stk', 'artikel'],
    parcel: ['paket', 'pakete'],
  },
  fr: {
    free: ['gratuit', 'gratuite', 'offert', 'offerte'],
    notOffered: ['non', 'non proposé', 'pas proposé'],
    ask: ['sur demande', 'sur devis', 'devis', 'nous consulter', 'nous contacter', 'nous écrire'],
    per: ['par', 'le', 'la'],
    item: ['article', 'articles', 'pièce', 'pièces'],
    parcel: ['colis'],
  },
  es: {
    free: ['gratis', 'gratuito'],
    notOffered: ['no ofrecido', 'no se ofrece', 'no disponible'],
    ask: ['a consultar', 'consultar', 'consúltenos', 'contáctenos', 'escríbanos'],
    per: ['por', 'cada'],
    item: ['artículo', 'artículos', 'unidad', 'unidades'],
    parcel: ['bulto', 'bultos', 'paquete', 'paquetes'],
  },
  ja: {
    free: ['無料', '送料無料'],
    notOffered: ['対象外', 'なし', '不可'],
    ask: ['要相談', 'お問い合わせ', '要問い合わせ'],
    per: ['毎'],
    item: ['個', '点'],
    parcel: ['個口'],
  },
};

const words = new Map<string, ResultWords>();

/** The words of a language together with the English ones, longest first. */
export function resultWordsOf(locale: string): ResultWords {
  const language = locale.split('-')[0] ?? '';
  const held = words.get(language);
  if (held) return held;
  const [english, own] = [WORDS.en as ResultWords, WORDS[language]];
  const both = (of: keyof ResultWords) => [...new Set([...english[of], ...(own?.[of] ?? [])])].sort((a, b) => b.length - a.length);
  const made = {
    free: both('free'),
    notOffered: both('notOffered'),
    ask: both('ask'),
    per: both('per'),
    item: both('item'),
    parcel: both('parcel'),
  };
  words.set(language, made);
  return made;
}

const escaped = (word: string) => word.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** "0.80 per kg" as "0.80/kg": a word between spaces, or behind a number. */
export function withSlash(text: string, per: readonly string[]): string {
  if (text.includes('/')) return text;
  return text.replace(new RegExp(`\\s+(?:${per.map(escaped).join('|')})\\s+`, 'i'), '/');
}

/** What follows a word that asks the buyer to write, and a colon; null where the text does not begin so. */
export function wordsAsked(text: string, ask: readonly string[]): string | null {
  const lower = text.toLowerCase();
  for (const word of ask) {
    if (!lower.startsWith(word)) continue;
    const rest = text.slice(word.length).trim();
    if (rest === '') return '';
    if (/^[:\uff1a]/.test(rest)) return rest.slice(1).trim();
  }
  return null;
}
