import { Allowance, boundText, dimensionOf, type Effect, Limit, MEASURES, type Measure } from '@ostrakon/core';
import { X } from 'lucide-react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { DateWindowFields } from '../../rules/DateWindowFields.tsx';
import { mayPart } from '../../rules/mayPart.ts';
import { ScopeFields } from '../../rules/ScopeFields.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { orNone, readBound, readCount, readCoupons, readMoney, readPercent } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import type { Taken } from '../../ui/useTypedField.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { FieldRow, FormRow, schemaFault } from './FormRow.tsx';
import { RuleEffect } from './RuleEffect.tsx';

type Set = (more: Partial<Allowance>) => Taken;
type Ranges = Allowance['ranges'];

const effects: readonly (readonly [Effect['kind'], string])[] = [
  ['free', 'makes delivery free'],
  ['amountOff', 'takes an amount off'],
  ['percentOff', 'takes a share off'],
  ['atMost', 'lets it cost this much at most'],
];

function effectOf(kind: Effect['kind'], old: Effect): Effect {
  const amount = 'amount' in old ? old.amount : 500;
  if (kind === 'free') return { kind };
  return kind === 'percentOff' ? { kind, basisPoints: 5000 } : { kind, amount };
}

function EffectFields({ rule, set }: { rule: Allowance; set: Set }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { effect } = rule;
  return (
    <>
      <FormRow label="What it does">
        <Select
          label="What it does"
          value={effect.kind}
          onChange={(event) => set({ effect: effectOf(event.target.value as Effect['kind'], effect) })}
        >
          {effects.map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </Select>
      </FormRow>
      {'amount' in effect && (
        <FieldRow
          narrow
          label="Amount"
          shown={format.plain(effect.amount)}
          read={readMoney(shop)}
          commit={(amount) => set({ effect: { ...effect, amount } })}
        />
      )}
      {effect.kind === 'percentOff' && (
        <FieldRow
          narrow
          label="Share"
          shown={format.percent(effect.basisPoints)}
          read={readPercent(shop)}
          commit={(basisPoints) => set({ effect: { ...effect, basisPoints } })}
        />
      )}
    </>
  );
}

/** Ranges of measures, one a row; a measure is added from the list. */
function RangeRows({ ranges, set }: { ranges: Ranges; set: Set }) {
  const { shop } = useDraft().book;
  const free = MEASURES.filter((measure) => !ranges.some((range) => range.measure === measure));
  const shown = (measure: Measure, bound: string | number | undefined) => (bound === undefined ? '' : boundText(bound, measure, shop));
  const change = (measure: Measure, end: 'from' | 'upTo', bound: string | number | undefined): Taken => {
    const old = ranges.find((range) => range.measure === measure);
    const parsed = Limit.safeParse(JSON.parse(JSON.stringify({ ...old, measure, [end]: bound })));
    if (!parsed.success) return schemaFault(parsed.error);
    return set({ ranges: ranges.map((range) => (range.measure === measure ? parsed.data : range)) });
  };
  const metric = shop.units === 'metric';
  const first = {
    mass: metric ? '1 kg' : '1 lb',
    money: 5000,
    count: 1,
    length: metric ? '10 cm' : '4 in',
    distance: metric ? '10 km' : '6 mi',
  };
  const add = (measure: Measure) => set({ ranges: [...ranges, Limit.parse({ measure, from: first[dimensionOf(measure)] })] });
  return (
    <FormRow label="When the cart has">
      <div className="space-y-1">
        {ranges.map(({ measure, from, upTo }) => (
          <div key={measure} className="flex items-start gap-1.5">
            <span className="flex-1 py-1.5 text-sm">{measureWords[measure]}</span>
            {(['from', 'upTo'] as const).map((end) => (
              <TypedField<string | number | undefined>
                key={end}
                label={`${measureWords[measure]}, ${end === 'from' ? 'from' : 'up to'}`}
                className="w-24"
                inputClass="text-end"
                placeholder={end === 'from' ? 'from any' : 'up to any'}
                shown={shown(measure, end === 'from' ? from : upTo)}
                read={orNone(readBound(measure, shop))}
                commit={(bound) => change(measure, end, bound)}
              />
            ))}
            <SignButton
              label={`Remove ${measureWords[measure].toLowerCase()}`}
              onClick={() => set({ ranges: ranges.filter((range) => range.measure !== measure) })}
            >
              <X size={14} aria-hidden />
            </SignButton>
          </div>
        ))}
        <Select label="Add a range of" value="" onChange={(event) => add(event.target.value as Measure)}>
          <option value="">{ranges.length === 0 ? 'any figures; choose one to test' : 'and one more'}</option>
          {free.map((measure) => (
            <option key={measure} value={measure}>
              {measureWords[measure]}
            </option>
          ))}
        </Select>
      </div>
    </FormRow>
  );
}

function HourFields({ rule, set }: { rule: Allowance; set: Set }) {
  const session = useDraftSession();
  const format = useFormat();
  const hours = (what: 'sinceOrder' | 'sinceCart', label: string) => (
    <FieldRow<number | undefined>
      narrow
      label={label}
      placeholder="any time"
      shown={rule[what] === null ? '' : String(rule[what])}
      read={orNone(readCount(format))}
      commit={(next) => set({ [what]: next ?? null })}
    />
  );
  const end = () => {
    set({ endedAt: new Date().toISOString() });
    toast(`Windows of “${rule.name}” that run now end when this is published`, {
      action: { label: 'Undo', onClick: session.undo },
    });
  };
  return (
    <>
      {hours('sinceOrder', 'Hours after last order')}
      {hours('sinceCart', 'Hours after cart began')}
      {(rule.sinceOrder !== null || rule.sinceCart !== null) && (
        <FormRow label="Running windows">
          <div className="flex flex-wrap items-center gap-2 text-sm">
            <Button onClick={end}>End them for everyone</Button>
            {rule.endedAt !== null && (
              <>
                <span className="text-ash">those begun before {format.moment(rule.endedAt)} have ended</span>
                <Button look="quiet" onClick={() => set({ endedAt: null })}>
                  Let them run
                </Button>
              </>
            )}
          </div>
        </FormRow>
      )}
    </>
  );
}

function CountryFields({ rule, set }: { rule: Allowance; set: Set }) {
  const { served } = useDraft().book.shop;
  const format = useFormat();
  const left = served.filter((code) => !rule.exceptCountries.includes(code)).map((code) => [code, format.region(code)] as const);
  return (
    <FormRow label="Not in">
      <div className="flex flex-wrap items-center gap-1.5">
        {rule.exceptCountries.map((code) => (
          <span key={code} className="inline-flex items-center gap-1 rounded-md bg-ash-soft py-0.5 ps-2 text-sm">
            {format.region(code)}
            <SignButton
              className="size-6!"
              label={`Allow it in ${format.region(code)} again`}
              onClick={() => set({ exceptCountries: rule.exceptCountries.filter((one) => one !== code) })}
            >
              <X size={12} aria-hidden />
            </SignButton>
          </span>
        ))}
        <Select
          label="Country where it does not hold"
          className="w-44!"
          value=""
          onChange={(event) => set({ exceptCountries: [...rule.exceptCountries, event.target.value] })}
        >
          <option value="">add a country</option>
          {left
            .sort((a, b) => a[1].localeCompare(b[1]))
            .map(([code, name]) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
        </Select>
      </div>
    </FormRow>
  );
}

/** One allowance, changed in place. */
export function AllowanceForm({ rule }: { rule: Allowance }) {
  const session = useDraftSession();
  const { book } = useDraft();
  const set: Set = (more) => {
    const parsed = Allowance.safeParse({ ...rule, ...more });
    return parsed.success ? session.dispatch({ name: 'setAllowance', args: parsed.data }) : schemaFault(parsed.error);
  };
  const tick = (label: string, checked: boolean, more: Partial<Allowance>) => (
    <label className="flex items-center gap-1.5 text-sm">
      <input type="checkbox" className="size-4 accent-clay" checked={checked} onChange={() => set(more)} />
      {label}
    </label>
  );
  return (
    <div className="space-y-2.5">
      <FieldRow label="Name" shown={rule.name} read={(name) => ({ ok: true, value: name })} commit={(name) => set({ name })} />
      <EffectFields rule={rule} set={set} />
      <RangeRows ranges={rule.ranges} set={set} />
      <FieldRow<string[]>
        label="With one of these coupons"
        placeholder="not needed"
        shown={rule.coupons.join(', ')}
        read={readCoupons}
        commit={(coupons) => set({ coupons })}
      />
      <HourFields rule={rule} set={set} />
      <FormRow label="Only on these days">
        <DateWindowFields value={rule.dates} onChange={(dates) => set({ dates })} />
      </FormRow>
      <CountryFields rule={rule} set={set} />
      <div className="flex flex-wrap gap-x-4 gap-y-2.5">
        {tick('Covers charges, too', rule.coversCharges, { coversCharges: !rule.coversCharges })}
        {mayPart(book) && tick('Reads each consignment by itself', rule.byItself, { byItself: !rule.byItself })}
        {tick('May be combined with other reductions', rule.combinable, { combinable: !rule.combinable })}
      </div>
      <RuleEffect kind="allowances" rule={rule} />
      <ScopeFields scope={rule.scope} goodsLegend="Only for carts of these goods alone" onChange={(scope) => set({ scope })} />
    </div>
  );
}
