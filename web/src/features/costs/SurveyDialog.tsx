import type { Product } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { carrierApi, carrierQueries } from '../../api/carrierApi.ts';
import { ApiProblem } from '../../api/client.ts';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { TickMany } from '../../ui/TickMany.tsx';
import { zoneTicks } from '../../words/zoneGroups.ts';
import { type LadderPacking, readLadder, readSurveyForm, USUAL_WEIGHTS } from './probes.ts';

function ChooseGoods({
  products,
  chosen,
  onChange,
}: {
  products: readonly Product[];
  chosen: ReadonlySet<string>;
  onChange: (next: ReadonlySet<string>) => void;
}) {
  const [looking, setLooking] = useState('');
  const shown = products.filter(({ delivered, name }) => delivered && name.toLowerCase().includes(looking.trim().toLowerCase()));
  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    onChange(next);
  };
  return (
    <div>
      <LabelledInput label={`Goods to ask for, ${chosen.size} chosen`} value={looking} hint="Find goods" onType={setLooking} />
      <div className="mt-1 max-h-44 overflow-auto rounded-md border border-line px-2 py-1">
        {shown.slice(0, 200).map(({ id, name, weight }) => (
          <label key={id} className="flex min-h-7 items-center gap-2">
            <input type="checkbox" className="accent-clay" checked={chosen.has(id)} onChange={() => toggle(id)} />
            <span className="min-w-0 flex-1 truncate">{name}</span>
            <span className="text-sm text-ash">{weight ?? 'no weight'}</span>
          </label>
        ))}
        {shown.length === 0 && <p className="py-1 text-sm text-ash">Nothing is called that.</p>}
      </div>
    </div>
  );
}

/** What to ask carriers, and where. */
export function SurveyDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const { book } = useDraft();
  const { products } = useBench();
  const [of, setOf] = useState<'weights' | 'goods'>('weights');
  const [weights, setWeights] = useState(USUAL_WEIGHTS.join('; '));
  const [packing, setPacking] = useState<LadderPacking>('usual');
  const [goods, setGoods] = useState<ReadonlySet<string>>(new Set());
  const [zones, setZones] = useState<ReadonlySet<string>>(() => new Set(book.zones.map(({ id }) => id)));
  const [addresses, setAddresses] = useState('3');
  const [fault, setFault] = useState<{ at: string; message: string } | null>(null);
  const all = [...products.values()];
  const start = async () => {
    const read = readSurveyForm({ of, weights, packing, goods, addresses, zones }, book, all);
    if (!read.ok) return setFault(read);
    try {
      await carrierApi.startSurvey(`survey-${Date.now().toString(36)}`, read.survey);
      await client.invalidateQueries({ queryKey: carrierQueries.surveys.queryKey });
      onClose();
    } catch (error) {
      setFault({ at: 'zones', message: error instanceof ApiProblem ? error.problem.detail : (error as Error).message });
    }
    return undefined;
  };
  const { packaging, usual } = book.packing;
  const carton = packaging.find(({ id }) => id === usual)?.name;
  const at = (field: string) => (fault?.at === field ? fault.message : undefined);
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Ask the carriers"
      about="Every service that names a carrier is asked, at addresses spread over each zone. The answers are kept with their date."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void start();
        }}
      >
        <Segments
          label="What is asked for"
          value={of}
          choices={[
            ['weights', 'Weights'],
            ['goods', 'Chosen goods'],
          ]}
          onChange={setOf}
        />
        {of === 'weights' ? (
          <>
            <LabelledInput
              label="Weights, between semicolons"
              read={(text) => readLadder(text, book.shop)}
              value={weights}
              onType={setWeights}
              fault={at('weights')}
            />
            <div className="flex flex-wrap items-center gap-3">
              <Segments
                label="How they are sent"
                value={packing}
                choices={[
                  ['usual', carton === undefined ? 'In a carton' : `In the usual packaging, ${carton}`],
                  ['bare', 'Weight alone'],
                ]}
                onChange={setPacking}
              />
              <span className="text-sm text-ash">
                {packing === 'usual'
                  ? 'Its own weight and its volume count.'
                  : 'No volume counts: what goods cost that are small for their weight.'}
              </span>
            </div>
          </>
        ) : (
          <>
            <ChooseGoods products={all} chosen={goods} onChange={setGoods} />
            {at('goods') && (
              <p role="alert" className="text-xs text-fault">
                {at('goods')}
              </p>
            )}
          </>
        )}
        <div className="w-60">
          <LabelledInput label="Addresses in each zone" value={addresses} onType={setAddresses} fault={at('addresses')} />
        </div>
        {Number(addresses) > 0 && zones.size > 0 && (
          <p className="text-sm text-ash">
            {Number(addresses) * zones.size} {Number(addresses) * zones.size === 1 ? 'address' : 'addresses'} in all, fewer where a zone has
            not so many.
          </p>
        )}
        <fieldset>
          <legend className="text-sm">Zones</legend>
          <TickMany
            what="zones"
            list={zoneTicks(book.zones, book.shop.locale)}
            chosen={zones}
            onChange={(next) => setZones(new Set(next))}
          />
          {at('zones') && (
            <p role="alert" className="text-xs text-fault">
              {at('zones')}
            </p>
          )}
        </fieldset>
        <div className="flex justify-end">
          <Button look="main" type="submit">
            Ask the carriers
          </Button>
        </div>
      </form>
    </Modal>
  );
}
