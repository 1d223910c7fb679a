import { type CutOffs, cutOffsOn, type DispatchCalendar, timeAsTyped, WEEK } from '@ostrakon/core';
import { X } from 'lucide-react';
import { TimeField } from '../../calendars/TimeField.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Taken } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';

const at = (cutOffs: CutOffs, day: number, time: string | null) =>
  cutOffs.map((held, index) => (index === day - 1 ? time : held)) as CutOffs;

/** The cut-offs of the week, and rows of services that have their own. */
export function CutOffTable({ dispatch, onChange }: { dispatch: DispatchCalendar; onChange: (more: Partial<DispatchCalendar>) => Taken }) {
  const { services } = useDraft().book;
  const format = useFormat();
  const { cutOffs, ownCutOffs } = dispatch;
  const packing = WEEK.filter((day) => cutOffs[day - 1] !== null);
  const [one, ...others] = new Set(packing.map((day) => cutOffs[day - 1] ?? null));
  /** The one cut-off all packing days have. */
  const same = others.length === 0 ? (one ?? null) : null;
  const without = services.filter(({ id, kind }) => kind !== 'round' && !ownCutOffs.some(({ service }) => service === id));
  const setOwn = (service: string, next: CutOffs) =>
    onChange({ ownCutOffs: ownCutOffs.map((own) => (own.service === service ? { service, cutOffs: next } : own)) });
  return (
    <table className="mt-2">
      <thead>
        <tr>
          <th scope="col" className="w-32 pe-3 text-start text-sm font-normal text-ash">
            Orders before
          </th>
          {format.week.map((day) => (
            <th key={day} scope="col" className="pe-0.5 text-start text-sm font-normal text-ash">
              {format.weekday(day).slice(0, 3)}
            </th>
          ))}
          <td />
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row" className="pe-3 text-start align-top font-normal">
            <span className="block py-2">Every service</span>
          </th>
          {format.week.map((day) => (
            <td key={day} className="py-1 pe-0.5 align-top">
              <TimeField
                className="w-20"
                label={`Cut-off on ${format.weekday(day)}`}
                placeholder="none"
                value={cutOffs[day - 1] ?? null}
                onTime={(time) => onChange({ cutOffs: at(cutOffs, day, time) })}
              />
            </td>
          ))}
        </tr>
        <tr>
          <td />
          <td colSpan={8} className="pb-2 text-sm text-ash">
            <span className="flex items-start gap-2">
              <span aria-hidden className="py-1.5">
                the same on all packing days:
              </span>
              <TimeField
                className="w-24"
                label="Cut-off on all packing days"
                placeholder={timeAsTyped('14:00', format.locale)}
                value={same}
                onTime={(time) => (time === null ? { ok: true } : onChange({ cutOffs: cutOffsOn(packing, time) }))}
              />
            </span>
          </td>
        </tr>
        {ownCutOffs.map(({ service, cutOffs: own }) => {
          const name = services.find(({ id }) => id === service)?.name ?? service;
          return (
            <tr key={service}>
              <th scope="row" className="pe-3 text-start align-top font-normal">
                <span className="block py-2">{name}</span>
              </th>
              {format.week.map((day) => (
                <td key={day} className="py-1 pe-0.5 align-top">
                  {cutOffs[day - 1] === null ? (
                    <span className="block w-20 px-2 py-1 text-ash">–</span>
                  ) : (
                    <TimeField
                      className="w-20"
                      label={`Cut-off of ${name} on ${format.weekday(day)}`}
                      placeholder={format.time(cutOffs[day - 1] ?? '')}
                      value={own[day - 1] ?? null}
                      onTime={(time) => setOwn(service, at(own, day, time))}
                    />
                  )}
                </td>
              ))}
              <td className="align-top">
                <SignButton
                  label={`Remove the cut-offs of ${name}`}
                  onClick={() => onChange({ ownCutOffs: ownCutOffs.filter((one) => one.service !== service) })}
                >
                  <X size={14} aria-hidden />
                </SignButton>
              </td>
            </tr>
          );
        })}
        {without.length > 0 && (
          <tr>
            <td colSpan={9} className="pt-1">
              <Select
                label="Own cut-offs for a service"
                className="w-64!"
                value=""
                onChange={(event) =>
                  onChange({
                    ownCutOffs: [...ownCutOffs, { service: event.target.value, cutOffs: [null, null, null, null, null, null, null] }],
                  })
                }
              >
                <option value="">Own cut-offs for a service…</option>
                {without.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Select>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
