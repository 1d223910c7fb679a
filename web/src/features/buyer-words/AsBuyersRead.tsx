import { buyerNote, type RateBook } from '@ostrakon/core';
import { inLanguage } from '@ostrakon/core/contract';
import { useState } from 'react';
import { Segments } from '../../ui/Segments.tsx';
import { useFormat } from '../../words/useWords.ts';
import { LengthHint } from './LengthHint.tsx';

/** The names and notes of all services as wide as a phone, in one of the languages. */
export function AsBuyersRead({ book, languages, first }: { book: RateBook; languages: readonly string[]; first: string }) {
  const format = useFormat();
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = chosen !== null && languages.includes(chosen) ? chosen : first;
  const { book: said } = inLanguage(book, shown);
  return (
    <section
      aria-label="As buyers read it on a phone"
      className="self-start rounded-lg border border-line-strong bg-paper p-4 min-[1150px]:sticky min-[1150px]:top-4"
    >
      <h2 className="mb-2 font-serif text-lg font-semibold">As buyers read it on a phone</h2>
      {languages.length > 1 && (
        <Segments
          label="Read in"
          value={shown}
          choices={languages.map((one) => [one, format.language(one)] as const)}
          onChange={setChosen}
        />
      )}
      <ul lang={shown} className="mt-3 w-80 max-w-full divide-y divide-line border-line border-y">
        {said.services.map((service) => (
          <li key={service.id} className="py-2">
            <span className="block font-semibold">{service.name}</span>
            <LengthHint text={service.name} kind="serviceName" />
            <span className="block text-sm text-ash">{buyerNote(service)}</span>
            <LengthHint text={service.note} kind="serviceNote" />
            {service.counter && service.kind === 'counter' && (
              <span className="block text-sm text-ash">{service.counter.instructions}</span>
            )}
          </li>
        ))}
        <li className="py-2 text-sm">{said.shop.texts.noOption}</li>
        <li className="py-2 text-sm">{said.shop.texts.refer}</li>
      </ul>
    </section>
  );
}
