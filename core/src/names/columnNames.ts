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

/** Columns of a file and the names they are known by, in small letters without marks; the first one is written. */
export class ColumnNames<F extends string> {
  readonly fields: readonly F[];
  readonly #names: Readonly<Record<F, readonly string[]>>;

  constructor(names: Readonly<Record<F, readonly string[]>>) {
    this.#names = names;
    this.fields = Object.keys(names) as F[];
  }

  /** The field a header stands for, if its name is known. */
  fieldOf(header: string): F | undefined {
    const text = plain(header).replace(UNIT, '');
    return this.fields.find((field) => this.#names[field].includes(text));
  }

  /** The header written for a field. */
  headerOf(field: F): string {
    const [name = field] = this.#names[field];
    return name.charAt(0).toUpperCase() + name.slice(1);
  }

  /** One guess a column; a field is guessed for its first column only. */
  guess(headers: readonly string[]): (F | null)[] {
    const taken = new Set<F>();
    return headers.map((header) => {
      const field = this.fieldOf(header);
      if (field === undefined || taken.has(field)) return null;
      taken.add(field);
      return field;
    });
  }
}
