import { buyerWords, type Service, type ServiceText } from '@ostrakon/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';

type When = ServiceText['when'];

/** The reasons buyers may be told, as the owner thinks of them. */
const REASONS: readonly (readonly [When, string])[] = [
  ['any', 'whatever the reason'],
  ['onlyUpTo', 'the cart is too heavy, large, far or dear'],
  ['onlyFrom', 'the cart is below a least order or weight'],
  ['notThisSize', 'the prices have no place for it'],
  ['notAllGoods', 'it does not take some of the goods'],
  ['notTheseGoods', 'no location ships these goods'],
  ['notThere', 'the address is outside the round'],
  ['fullAddressNeeded', 'the distance is not known yet'],
  ['notToday', 'it is the wrong day of the week'],
  ['onlyOnDates', 'it is not the season'],
  ['couponOnly', 'a coupon is needed'],
  ['notThisOrder', 'the carrier declines'],
  ['notNow', 'the carrier does not answer'],
];
const nameOf = (when: When) => REASONS.find(([reason]) => reason === when)?.[1] ?? when;

/** What buyers read where this service is not offered to them: the usual words, or the shop's own by reason. */
export function ToldTexts({ service }: { service: Service }) {
  const session = useDraftSession();
  const { shop } = useDraft().book;
  const texts = service.texts ?? [];
  const free = REASONS.filter(([when]) => !texts.some((text) => text.when === when));
  // A reason that was chosen and has no words yet.
  const [begun, setBegun] = useState<When | null>(null);
  const set = (next: readonly ServiceText[]) =>
    session.dispatch({ name: 'setServiceTexts', args: { service: service.id, texts: [...next] } });
  const rows = [...texts, ...(begun !== null && free.some(([when]) => when === begun) ? [{ when: begun, text: '' }] : [])];
  const write = (when: When, text: string) => {
    const isHeld = texts.some((one) => one.when === when);
    return set(isHeld ? texts.map((one) => (one.when === when ? { when, text } : one)) : [...texts, { when, text }]);
  };
  const move = (from: When, to: When) =>
    texts.some(({ when }) => when === from) ? set(texts.map((one) => (one.when === from ? { ...one, when: to } : one))) : setBegun(to);
  return (
    <section aria-label="When it is not offered" className="mt-6 max-w-3xl">
      <h2 className="font-serif text-lg font-semibold">When it is not offered</h2>
      <p className="mb-2 text-sm text-ash">
        Buyers read why in the usual words, such as “{buyerWords({ code: 'notThere' }, shop)}” Words of your own take their place.
      </p>
      {rows.length > 0 && (
        <ul className="divide-y divide-line border-line border-y">
          {rows.map(({ when, text }) => (
            <li key={when} className="grid grid-cols-[17rem_1fr_auto] items-start gap-2 py-2">
              <Select
                label={`Reason of “${text === '' ? 'new words' : text}”`}
                value={when}
                onChange={(event) => move(when, event.target.value as When)}
              >
                {[[when, nameOf(when)] as const, ...free.filter(([one]) => one !== when)].map(([one, name]) => (
                  <option key={one} value={one}>
                    {name}
                  </option>
                ))}
              </Select>
              <TypedField<string>
                label={`What buyers read when ${nameOf(when)}`}
                shown={text}
                placeholder="what buyers read then"
                read={(typed) =>
                  typed.trim() === '' ? { ok: false, message: 'Write what the buyer reads.' } : { ok: true, value: typed.trim() }
                }
                commit={(typed) => write(when, typed)}
              />
              <SignButton
                label={`Remove the words when ${nameOf(when)}`}
                onClick={() => (text === '' ? setBegun(null) : set(texts.filter((one) => one.when !== when)))}
              >
                <X size={14} aria-hidden />
              </SignButton>
            </li>
          ))}
        </ul>
      )}
      {free[0] !== undefined && (
        <Button look="quiet" onClick={() => setBegun(free[0]?.[0] ?? null)}>
          <Plus size={14} aria-hidden /> Words of your own
        </Button>
      )}
    </section>
  );
}
