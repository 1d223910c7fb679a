import { quantityTyped } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { orNone, readMass } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';

function readDivisor(text: string): Read<number> {
  const digits = text.trim().replace(/[\s,.](?=\d{3}\b)/g, '');
  return /^[1-9]\d{0,4}$/.test(digits)
    ? { ok: true, value: Number(digits) }
    : { ok: false, message: 'Write a whole number from 1 to 99999, such as 5000.' };
}

/** How a volume is turned into a weight: billable weight is the larger of packed and volumetric weight. */
export function VolumeSettings() {
  const { packing, shop } = useDraft().book;
  const session = useDraftSession();
  const { volume } = packing;
  const set = (change: Partial<typeof volume>) => {
    const taken = session.dispatch({ name: 'setVolumeRule', args: { ...volume, ...change } });
    return taken.ok ? taken : { ok: false as const, message: `${taken.message}.` };
  };
  return (
    <section aria-label="Volumetric weight">
      <h2 className="font-serif text-lg font-semibold">Volumetric weight</h2>
      <p className="text-sm text-ash">
        Outside volume divided by the divisor. The larger of this and the packed weight is billed; prices and limits can go by it as
        billable weight.
      </p>
      <div className="mt-2 flex flex-wrap items-start gap-3">
        <span>
          <span className="mb-1 block text-sm text-ash">Divisor</span>
          <TypedField
            label="Volumetric divisor"
            className="w-24"
            inputClass="text-end"
            inputMode="numeric"
            shown={String(volume.divisor)}
            read={readDivisor}
            commit={(divisor) => set({ divisor })}
          />
        </span>
        <span>
          <span className="mb-1 block text-sm text-ash">Measured in</span>
          <Segments
            label="Volumetric divisor measured in"
            value={volume.per}
            choices={[
              ['cm3PerKg', 'cm³ per kg'],
              ['in3PerLb', 'in³ per lb'],
            ]}
            onChange={(per) => set({ per, divisor: per === 'cm3PerKg' ? 5000 : 139 })}
          />
        </span>
        <span>
          <span className="mb-1 block text-sm text-ash">Rounded up to steps of</span>
          <TypedField<string | undefined>
            label="Billable weight rounded up to steps of"
            className="w-28"
            inputClass="text-end"
            placeholder="not rounded"
            shown={volume.roundUpTo === null ? '' : quantityTyped(volume.roundUpTo, shop.locale)}
            read={(text) => {
              const read = orNone(readMass(shop))(text);
              return read.ok && read.value !== undefined && /^0(\.0+)? /.test(read.value)
                ? { ok: false, message: 'A step is more than nothing.' }
                : read;
            }}
            commit={(step) => set({ roundUpTo: step ?? null })}
          />
        </span>
      </div>
    </section>
  );
}
