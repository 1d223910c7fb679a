import { Charge, type ChargeAmount, MassText, parseMass } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { DateWindowFields } from '../../rules/DateWindowFields.tsx';
import { ScopeFields } from '../../rules/ScopeFields.tsx';
import { orNone, readMoney, readPercent } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import type { Read, Taken } from '../../ui/useTypedField.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';
import { useFormat } from '../../words/useWords.ts';
import { FieldRow, FormRow, schemaFault } from './FormRow.tsx';
import { RuleEffect } from './RuleEffect.tsx';

const bases = {
  order: 'so much for each order',
  consignment: 'so much for each consignment',
  parcel: 'so much for each parcel',
  item: 'so much for each item',
  startedWeight: 'so much for each started unit of weight',
  base: 'a share of the price before charges',
  running: 'a share of the price with the charges before it',
  valueAfterDiscounts: 'a share of the goods after discounts',
  valueBeforeDiscounts: 'a share of the goods before discounts',
  packagingCost: 'what the packaging costs, passed on',
} as const;
type Basis = keyof typeof bases;

function basisOf(amount: ChargeAmount): Basis {
  if (amount.kind === 'fixed') return amount.per;
  return amount.kind === 'percent' ? amount.of : amount.kind;
}

/** Another basis; figures that fit it stay. */
function amountOn(basis: Basis, old: ChargeAmount, metric: boolean): ChargeAmount {
  const amount = 'amount' in old ? old.amount : 100;
  const basisPoints = old.kind === 'percent' ? old.basisPoints : 500;
  switch (basis) {
    case 'order':
    case 'consignment':
    case 'parcel':
    case 'item':
      return { kind: 'fixed', amount, per: basis };
    case 'startedWeight':
      return { kind: 'startedWeight', amount, measure: 'packedWeight', unit: metric ? '1 kg' : '1 lb' };
    case 'packagingCost':
      return { kind: 'packagingCost' };
    default:
      return { kind: 'percent', basisPoints, of: basis };
  }
}

/** One charge, changed in place. */
export function ChargeForm({ charge }: { charge: Charge }) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const { amount } = charge;
  const set = (more: Partial<Charge>): Taken => {
    const parsed = Charge.safeParse({ ...charge, ...more });
    return parsed.success ? session.dispatch({ name: 'setCharge', args: parsed.data }) : schemaFault(parsed.error);
  };
  const readUnit = (text: string): Read<string> => {
    const parsed = parseMass(/^[a-z]/i.test(text.trim()) ? `1 ${text.trim()}` : text, shop);
    if (!parsed.ok) return { ok: false, message: typedProblemWords(parsed.problem) };
    return MassText.safeParse(parsed.text).success
      ? { ok: true, value: parsed.text }
      : { ok: false, message: 'This weight has too many digits.' };
  };
  return (
    <div className="space-y-2.5">
      <FieldRow label="Name" shown={charge.name} read={(name) => ({ ok: true, value: name })} commit={(name) => set({ name })} />
      <FormRow label="Adds">
        <Select
          label="Adds"
          value={basisOf(amount)}
          onChange={(event) => set({ amount: amountOn(event.target.value as Basis, amount, shop.units === 'metric') })}
        >
          {Object.entries(bases).map(([basis, words]) => (
            <option key={basis} value={basis}>
              {words}
            </option>
          ))}
        </Select>
      </FormRow>
      {'amount' in amount && (
        <FieldRow
          narrow
          label="Amount"
          shown={format.plain(amount.amount)}
          read={readMoney(shop)}
          commit={(minor) => set({ amount: { ...amount, amount: minor } })}
        />
      )}
      {amount.kind === 'percent' && (
        <FieldRow
          narrow
          label="Share"
          shown={format.percent(amount.basisPoints)}
          read={readPercent(shop, 100_000)}
          commit={(basisPoints) => set({ amount: { ...amount, basisPoints } })}
        />
      )}
      {amount.kind === 'startedWeight' && (
        <>
          <FieldRow
            narrow
            label="Unit"
            shown={format.typed(amount.unit)}
            read={readUnit}
            commit={(unit) => set({ amount: { ...amount, unit } })}
          />
          <FormRow label="Weight counted">
            <Select
              label="Weight counted"
              value={amount.measure}
              onChange={(event) => set({ amount: { ...amount, measure: event.target.value as typeof amount.measure } })}
            >
              <option value="itemsWeight">Items weight</option>
              <option value="packedWeight">Packed weight</option>
              <option value="billableWeight">Billable weight</option>
            </Select>
          </FormRow>
        </>
      )}
      <FieldRow<number | undefined>
        narrow
        label="At least"
        placeholder="none"
        shown={charge.floor === null ? '' : format.plain(charge.floor)}
        read={orNone(readMoney(shop))}
        commit={(floor) => set({ floor: floor ?? null })}
      />
      <FieldRow<number | undefined>
        narrow
        label="Never more than"
        placeholder="none"
        shown={charge.cap === null ? '' : format.plain(charge.cap)}
        read={orNone(readMoney(shop))}
        commit={(cap) => set({ cap: cap ?? null })}
      />
      <FormRow label="Only on these days">
        <DateWindowFields value={charge.dates} onChange={(dates) => set({ dates })} />
      </FormRow>
      <RuleEffect kind="charges" rule={charge} />
      <ScopeFields scope={charge.scope} goodsLegend="Only for these goods, counted alone" onChange={(scope) => set({ scope })} />
    </div>
  );
}
