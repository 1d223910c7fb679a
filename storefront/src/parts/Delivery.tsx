import type { Quote } from '@ostrakon/client';
import { type Choices, partsOf } from '../choices.ts';
import { useFront } from '../FrontProvider.tsx';
import { useLineFacts } from './Lines.tsx';
import { Options } from './Options.tsx';

interface Props {
  quote: Quote;
  choices: Choices;
  onChoose: (part: number, service: string) => void;
  now: number;
}

/** The ways of delivery, part by part, and what is not for this order. */
export function Delivery({ quote, choices, onChoose, now }: Props) {
  const { basket, words } = useFront();
  const factsOf = useLineFacts();
  const several = quote.consignments !== undefined;
  const namesOf = (lines: readonly number[]) =>
    lines.flatMap((at) => {
      const line = basket.lines[at];
      return line ? [factsOf(line).name] : [];
    });
  return (
    <>
      {partsOf(quote).map(({ to, lines, options }, part) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts go by their number
        <div key={part} className="mb-4">
          {several && (
            <h3 className="py-2 font-semibold">
              {words.toAddress(to)}
              <span className="block text-sm font-normal text-dim">
                {words.parcelOf}: {namesOf(lines).join(', ')}
              </span>
            </h3>
          )}
          <Options
            options={options}
            quote={quote}
            part={part}
            label={several ? `${words.toAddress(to)}: ${namesOf(lines).join(', ')}` : words.options}
            now={now}
            chosen={choices[part]}
            onChoose={(service) => onChoose(part, service)}
          />
        </div>
      ))}
      {quote.withheld.length > 0 && (
        <div className="mt-4">
          <h3 className="font-semibold">{words.notForThis}</h3>
          <ul aria-label={words.notForThis} className="mt-1 space-y-1">
            {quote.withheld.map(({ service, name, reasons }) => (
              <li key={service} className="grid gap-x-4 sm:grid-cols-[12rem_1fr]">
                <span className="font-semibold text-dim">{name}</span>
                <span className="text-dim">{reasons.map(({ text }) => text).join(' ')}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
