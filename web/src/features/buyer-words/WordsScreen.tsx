import { type BuyerText, buyerTexts, LANGUAGES, type RateBook, type TextKind, untranslated } from '@ostrakon/core/contract';
import { Suspense, useId, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';
import { AsBuyersRead } from './AsBuyersRead.tsx';
import { LengthHint } from './LengthHint.tsx';

const PolicyField = later(() => import('./PolicyField.tsx'), 'PolicyField');

const KINDS: Readonly<Record<TextKind, string>> = {
  serviceName: 'name of a service',
  serviceNote: 'note',
  roundNote: 'note of the round',
  instructions: 'what to bring or know',
  notOffered: 'why it is not offered',
  askUs: 'in place of a price',
  noOption: 'where nothing is offered',
  refer: 'where you want to be asked',
  policy: 'delivery policy',
};

function TextRow({ book, entry, locale, is }: { book: RateBook; entry: BuyerText; locale: string; is: string | undefined }) {
  const session = useDraftSession();
  const format = useFormat();
  const service = book.services.find(({ id }) => id === entry.service)?.name;
  const about = service === undefined || entry.kind === 'serviceName' ? KINDS[entry.kind] : `${service}, ${KINDS[entry.kind]}`;
  const set = (typed: string | null) =>
    session.dispatch({ name: 'setTranslations', args: { locale, texts: [{ of: entry.text, is: typed }] } });
  const label = `${format.language(locale)}: ${entry.text.length > 60 ? `${entry.text.slice(0, 59)}…` : entry.text}`;
  return (
    <tr className="border-line border-b align-top">
      <th scope="row" className="w-1/2 py-2 pe-4 text-start font-normal">
        <span className="line-clamp-3 whitespace-pre-line">{entry.text}</span>
        <span className="block text-sm text-ash">{about}</span>
      </th>
      <td className="py-2">
        {entry.kind === 'policy' ? (
          <Suspense fallback={<span className="text-ash">Opening…</span>}>
            <PolicyField label={label} shown={is ?? ''} commit={(typed) => set(typed.trim() === '' ? null : typed.trim())} />
          </Suspense>
        ) : (
          <TypedField<string | null>
            label={label}
            shown={is ?? ''}
            placeholder="not translated yet: buyers read it as it is"
            read={(typed) => ({ ok: true, value: typed.trim() === '' ? null : typed.trim() })}
            commit={set}
          />
        )}
        <LengthHint text={is ?? ''} kind={entry.kind} />
      </td>
    </tr>
  );
}

/** Texts that stand in the list of a language and nowhere in the book any more: words that were written anew. */
function Leftovers({ book, locale }: { book: RateBook; locale: string }) {
  const session = useDraftSession();
  const used = new Set(buyerTexts(book).map(({ text }) => text));
  const texts = book.languages?.find((one) => one.locale === locale)?.texts ?? [];
  const left = texts.filter(({ of }) => !used.has(of));
  if (left.length === 0) return null;
  return (
    <details className="mt-3 text-sm">
      <summary className="min-h-6 cursor-pointer text-clay">
        {left.length === 1 ? 'One more text' : `${left.length} more texts`}: names of goods and places, and words you wrote anew
      </summary>
      <ul className="mt-1">
        {left.map(({ of, is }) => (
          <li key={of} className="flex items-baseline gap-2 border-line border-b py-1">
            <span className="flex-1">{of}</span>
            <span className="flex-1">{is}</span>
            <Button
              look="quiet"
              className="h-6!"
              aria-label={`Remove the words for ${of}`}
              onClick={() => session.dispatch({ name: 'setTranslations', args: { locale, texts: [{ of, is: null }] } })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

function Language({ book, locale }: { book: RateBook; locale: string }) {
  const session = useDraftSession();
  const format = useFormat();
  const [only, setOnly] = useState<'all' | 'missing'>('all');
  const missing = untranslated(book, locale);
  const texts = new Map(book.languages?.find((one) => one.locale === locale)?.texts.map(({ of, is }) => [of, is]));
  const rows = only === 'missing' ? missing : buyerTexts(book);
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <p role="status">
          {missing.length === 0
            ? 'Every text is translated.'
            : `${missing.length === 1 ? 'One text is' : `${missing.length} texts are`} not translated yet.`}
        </p>
        <span className="flex gap-2">
          <Segments
            label="Texts shown"
            value={only}
            choices={[
              ['all', 'All texts'],
              ['missing', 'Not translated'],
            ]}
            onChange={setOnly}
          />
          <Button look="quiet" onClick={() => session.dispatch({ name: 'removeLanguage', args: { locale } })}>
            Remove {format.language(locale)}
          </Button>
        </span>
      </div>
      {rows.length > 0 && (
        <table className="w-full">
          <thead className="text-sm text-ash">
            <tr className="border-line-strong border-b">
              <th scope="col" className="py-1 text-start font-normal">
                As you wrote it
              </th>
              <th scope="col" className="py-1 text-start font-normal">
                {format.language(locale)}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((entry) => (
              <TextRow key={entry.text} book={book} entry={entry} locale={locale} is={texts.get(entry.text)} />
            ))}
          </tbody>
        </table>
      )}
      <Leftovers book={book} locale={locale} />
    </>
  );
}

/** One more language for buyers. */
function AddLanguage({ book, onAdded }: { book: RateBook; onAdded: (locale: string) => void }) {
  const session = useDraftSession();
  const format = useFormat();
  const held = new Set([book.shop.locale, ...(book.languages ?? []).map(({ locale }) => locale)]);
  return (
    <Select
      label="Add a language"
      className="w-52!"
      value=""
      onChange={(event) => {
        const locale = event.target.value;
        if (session.dispatch({ name: 'addLanguage', args: { locale } }).ok) onAdded(locale);
      }}
    >
      <option value="">Add a language…</option>
      {LANGUAGES.filter((locale) => !held.has(locale)).map((locale) => (
        <option key={locale} value={locale}>
          {format.language(locale)}
        </option>
      ))}
    </Select>
  );
}

function General({ book }: { book: RateBook }) {
  const session = useDraftSession();
  const { mail = '', texts } = book.shop;
  const setPolicy = (typed: string) => {
    const { policy: _was, ...others } = texts;
    const policy = typed.trim();
    return session.dispatch({ name: 'setTexts', args: policy === '' ? others : { ...others, policy } });
  };
  return (
    <section aria-label="Words for every buyer" className="space-y-4">
      <div className="max-w-md">
        <span className="block font-semibold">Where buyers write to</span>
        <span className="mb-1 block text-sm text-ash">Stands wherever they should ask you. Without an address nothing stands there.</span>
        <TypedField<string | null>
          label="E-mail address buyers write to"
          shown={mail}
          placeholder="orders@shop.example"
          read={(typed) =>
            typed.trim() === '' || /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(typed.trim())
              ? { ok: true, value: typed.trim() === '' ? null : typed.trim() }
              : { ok: false, message: 'Write an address such as orders@shop.example.' }
          }
          commit={(typed) => session.dispatch({ name: 'setMail', args: { mail: typed } })}
        />
      </div>
      <div>
        <span className="block font-semibold">Delivery policy</span>
        <span className="mb-1 block text-sm text-ash">
          What you hold to: damage, returns, who signs. It stands on the delivery page. **Bold**, lists with “-” and [links](https://…) may
          be written.
        </span>
        <Suspense fallback={<p className="text-ash">Opening…</p>}>
          <PolicyField label="Delivery policy" shown={texts.policy ?? ''} commit={setPolicy} />
        </Suspense>
      </div>
    </section>
  );
}

/** Every text buyers read, in every language they read. */
export function WordsScreen() {
  const { book } = useDraft();
  const format = useFormat();
  const [params, setParams] = useSearchParams();
  const id = useId();
  const languages = (book.languages ?? []).map(({ locale }) => locale);
  const asked = params.get('language');
  const locale = languages.find((one) => one === asked) ?? languages[0];
  const show = (next: string) => setParams({ language: next }, { replace: true });
  return (
    <div className="grid max-w-6xl gap-6 p-4 min-[1150px]:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0 space-y-6">
        <h1 className="font-serif text-xl font-semibold">Words for buyers</h1>
        <General book={book} />
        <section aria-labelledby={id} className="space-y-3">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <h2 id={id} className="font-serif text-lg font-semibold">
              Languages
            </h2>
            <AddLanguage book={book} onAdded={show} />
          </div>
          <p className="max-w-2xl text-sm text-ash">
            You write in {format.language(book.shop.locale)}. Buyers of other languages read what you translate here, and the rest as you
            wrote it. Days, amounts and our own sentences follow by themselves in English and French.
          </p>
          {languages.length > 1 && locale !== undefined && (
            <Segments
              label="Language"
              value={locale}
              choices={languages.map((one) => [one, format.language(one)] as const)}
              onChange={show}
            />
          )}
          {locale === undefined ? <p>Buyers read one language so far.</p> : <Language key={locale} book={book} locale={locale} />}
        </section>
      </div>
      <AsBuyersRead book={book} languages={[book.shop.locale, ...languages]} first={locale ?? book.shop.locale} />
    </div>
  );
}
