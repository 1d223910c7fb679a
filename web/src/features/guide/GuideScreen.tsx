import Markdown from 'react-markdown';
import { Link, NavLink, useLocation, useParams } from 'react-router';
import { Lost } from '../../ui/Lost.tsx';
import { GUIDE_PAGES, guidePicture } from '../../words/guidePages.ts';

const TEXTS = import.meta.glob<string>('../../../../docs/guide/*.md', { query: '?raw', import: 'default', eager: true });
const PICTURES = import.meta.glob<string>(['../../../../docs/screenshots/*.png', '../../../../docs/guide/*.png'], {
  query: '?url',
  import: 'default',
  eager: true,
});

const GROUPS = [
  ['To begin with', 0, 1],
  ['Prices', 1, 12],
  ['Dates and costs', 12, 16],
  ['Orders', 16, 17],
  ['The shop', 17, 28],
  ['How it works', 28, GUIDE_PAGES.length],
] as const;

function PageText({ text }: { text: string }) {
  return (
    <Markdown
      components={{
        h1: ({ children }) => <h1 className="mb-2 font-serif text-xl font-semibold">{children}</h1>,
        h2: ({ children }) => <h2 className="mt-5 mb-1.5 font-serif text-lg font-semibold">{children}</h2>,
        p: ({ children }) => <p className="my-2">{children}</p>,
        ul: ({ children }) => <ul className="my-2 list-disc space-y-1 ps-5">{children}</ul>,
        ol: ({ children }) => <ol className="my-2 list-decimal space-y-1 ps-5">{children}</ol>,
        code: ({ children }) => <code className="rounded bg-bone px-1">{children}</code>,
        a: ({ href = '', children }) => (
          <Link to={`/guide/${href.replace(/\.md$/, '')}`} className="text-clay underline">
            {children}
          </Link>
        ),
        img: ({ src, alt }) => (
          <img
            src={PICTURES[`../../../../docs/${guidePicture(String(src))}`]}
            alt={alt ?? ''}
            className="w-full rounded-lg border border-line-strong"
          />
        ),
      }}
    >
      {text}
    </Markdown>
  );
}

/** The handbook: what each screen is for, its steps and words, and how prices and dates come about. */
export function GuideScreen() {
  const { page = 'first-hour' } = useParams();
  const { state } = useLocation() as { state: { from?: string } | null };
  const text = TEXTS[`../../../../docs/guide/${page}.md`];
  return (
    <div className="grid items-start gap-4 p-4 min-[1100px]:grid-cols-[14rem_minmax(0,1fr)]">
      <nav aria-label="Handbook" className="space-y-2 rounded-lg border border-line-strong bg-paper p-2">
        {GROUPS.map(([heading, from, until]) => (
          <div key={heading}>
            <p className="px-2 py-0.5 text-xs text-ash">{heading}</p>
            <ul>
              {GUIDE_PAGES.slice(from, until).map(([id, title]) => (
                <li key={id}>
                  <NavLink
                    to={`/guide/${id}`}
                    state={state}
                    className={({ isActive }) =>
                      `block rounded-md px-2 py-1 ${isActive || id === page ? 'bg-clay-tint font-semibold' : 'hover:bg-bone'}`
                    }
                  >
                    {title}
                  </NavLink>
                </li>
              ))}
            </ul>
          </div>
        ))}
      </nav>
      <article className="max-w-3xl rounded-lg border border-line-strong bg-paper px-5 py-4">
        {state?.from !== undefined && (
          <Link to={state.from} className="text-sm text-clay underline">
            Back to where you were
          </Link>
        )}
        {text === undefined ? <Lost what="The handbook has no page of this name." /> : <PageText text={text} />}
      </article>
    </div>
  );
}
