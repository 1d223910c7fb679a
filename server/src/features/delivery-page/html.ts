const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** HTML that is put into other HTML as it is. */
export class Html {
  readonly text: string;
  constructor(text: string) {
    this.text = text;
  }
}

type Part = string | number | Html | readonly Part[];

const shown = (part: Part): string => {
  if (part instanceof Html) return part.text;
  if (Array.isArray(part)) return part.map(shown).join('');
  return String(part).replace(/[&<>"']/g, (sign) => ENTITIES[sign] ?? sign);
};

/** Writes HTML: whatever is put in is text, but for what was written so itself. */
export const html = (texts: TemplateStringsArray, ...parts: readonly Part[]): Html =>
  new Html(texts.reduce((all, text, at) => all + shown(parts[at - 1] ?? '') + text));
