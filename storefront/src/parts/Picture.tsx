type Kind =
  | 'tool'
  | 'rib'
  | 'sponge'
  | 'brush'
  | 'wire'
  | 'knife'
  | 'cones'
  | 'cloth'
  | 'blocks'
  | 'box'
  | 'bottle'
  | 'slab'
  | 'wheel'
  | 'book'
  | 'paper';

const KINDS: readonly (readonly [RegExp, Kind])[] = [
  [/book/i, 'book'],
  [/brush/i, 'brush'],
  [/banding/i, 'wheel'],
  [/glaze|oxide|celadon|tenmoku|underglaze/i, 'bottle'],
  [/clay|stoneware|porcelain|earthenware|raku|feldspar|silica|whiting|kg/i, 'box'],
  [/shelf|posts|stilts/i, 'slab'],
  [/wheel|kiln/i, 'wheel'],
  [/book|notes/i, 'book'],
  [/rib/i, 'rib'],
  [/sponge/i, 'sponge'],
  [/brush/i, 'brush'],
  [/wire|calipers/i, 'wire'],
  [/knife/i, 'knife'],
  [/cones/i, 'cones'],
  [/apron/i, 'cloth'],
  [/stamps/i, 'blocks'],
  [/gift/i, 'paper'],
];

const SHAPES: Readonly<Record<Kind, React.ReactNode>> = {
  tool: (
    <path d="M8 40 30 18m-3-5 8 8 7-9-6-6Z" fill="#c98a4b" stroke="#6d4417" strokeWidth="3" strokeLinecap="round" strokeLinejoin="round" />
  ),
  rib: <path d="M10 30c0-14 14-22 24-16 8 5 4 12-4 12-8 0-6 12-13 14-4 1-7-4-7-10Z" fill="#d0a06a" stroke="#7a4f22" strokeWidth="2" />,
  sponge: (
    <>
      <path d="M8 26c0-12 10-16 18-15 10 1 15 8 14 16-1 9-9 12-17 12S8 36 8 26Z" fill="#e6cf87" stroke="#8a6d12" strokeWidth="2" />
      <path d="M18 22h.1M27 18h.1M31 27h.1M22 31h.1M16 29h.1" stroke="#8a6d12" strokeWidth="4" strokeLinecap="round" />
    </>
  ),
  brush: (
    <>
      <path d="M40 8 22 26" stroke="#b98a4a" strokeWidth="4" strokeLinecap="round" />
      <path d="m23 22 4 4-7 5c-2 5-6 8-13 9 2-3 2-7 5-11Z" fill="#4a3a2a" />
    </>
  ),
  wire: <path d="M8 14h8v6H8Zm24 14h8v6h-8ZM16 17c16-6 0 22 16 14" fill="#c98a4b" stroke="#6d4417" strokeWidth="2" />,
  knife: (
    <>
      <path d="m8 40 14-14" stroke="#6d4417" strokeWidth="5" strokeLinecap="round" />
      <path d="M21 23 38 6c3 7-3 15-13 21Z" fill="#b9c4c6" stroke="#6d7c80" strokeWidth="2" />
    </>
  ),
  cones: <path d="m12 40 5-26 5 26Zm14 0 5-32 5 32Z" fill="#d9b9a4" stroke="#7d4a2c" strokeWidth="2" />,
  cloth: <path d="M18 6h12l2 10 6 4-2 22H12L10 20l6-4Z" fill="#cbbf9c" stroke="#6f6338" strokeWidth="2" />,
  blocks: <path d="M6 26h16v16H6Zm20 0h16v16H26ZM16 6h16v16H16Z" fill="#c98a4b" stroke="#6d4417" strokeWidth="2" />,
  box: (
    <>
      <path d="m24 6 18 9v18l-18 9-18-9V15Z" fill="#c0a291" />
      <path d="m6 15 18 9 18-9M24 24v18" fill="none" stroke="#fff" strokeWidth="2" />
    </>
  ),
  bottle: (
    <>
      <path d="M18 4h12v8H18Z" fill="#14404a" />
      <path d="M14 13h20v29H14Z" fill="#79ab9c" />
      <path d="M19 24h10m-10 6h7" stroke="#fff" strokeWidth="2" />
    </>
  ),
  slab: (
    <>
      <path d="m4 30 14-14h26L30 30Z" fill="#d9cfb4" />
      <path d="M4 30h26v6H4Zm26 0 14-14v6L30 36Z" fill="#b3a682" />
    </>
  ),
  wheel: (
    <>
      <ellipse cx="24" cy="18" rx="19" ry="8" fill="#8fa3a8" />
      <ellipse cx="24" cy="16" rx="19" ry="8" fill="#c4d0d2" />
      <path d="M20 24h8v14h-8Z" fill="#5c7077" />
    </>
  ),
  book: (
    <>
      <path d="M10 8h24a4 4 0 0 1 4 4v30H14a4 4 0 0 1-4-4Z" fill="#7d6a0c" />
      <path d="M16 16h14m-14 6h10" stroke="#fff" strokeWidth="2" />
    </>
  ),
  paper: (
    <>
      <path d="M6 14h36v22H6Z" fill="#e3d68a" />
      <path d="M6 22h36" stroke="#7d6a0c" strokeWidth="3" />
    </>
  ),
};

/** A simple picture of what a product is, by its name. */
export function Picture({ of, small = false }: { of: string; small?: boolean }) {
  const kind = KINDS.find(([pattern]) => pattern.test(of))?.[1] ?? 'tool';
  return (
    <svg viewBox="0 0 48 48" aria-hidden="true" className={small ? 'size-8 shrink-0' : 'size-16 shrink-0'}>
      {SHAPES[kind]}
    </svg>
  );
}
