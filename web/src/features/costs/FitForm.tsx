import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { useFormat } from '../../words/useWords.ts';
import { FitResult } from './FitResult.tsx';
import type { WeightMeasureName } from './fitting.ts';
import { type FittedLane, useFit } from './useFit.ts';

const faultOf = (read: Read<unknown>) => (read.ok ? undefined : read.message);

/** The orders, the wishes, and the prices fitted to them. */
export function FitForm(fitted: FittedLane) {
  const format = useFormat();
  const fit = useFit(fitted);
  const { typed, set, read, beyond, heaviest, proposals, fault } = fit;
  return (
    <div className="grid grid-cols-[minmax(280px,2fr)_3fr] gap-5">
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void fit.start();
        }}
      >
        <label className="block text-sm">
          Weights of orders, goods alone, one a line; “2 kg x 12” is twelve, “30 kg in 2” goes in two parcels
          <textarea
            className={`mt-0.5 h-40 w-full rounded-md border px-2 py-1 ${read.weights.ok ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
            value={typed.weights}
            aria-invalid={!read.weights.ok}
            onChange={(event) => set({ weights: event.target.value })}
          />
        </label>
        {!read.weights.ok && (
          <p role="alert" className="text-xs text-fault">
            {read.weights.message}
          </p>
        )}
        {beyond > 0 && (
          <p className="text-sm text-ochre">
            {format.count(beyond, 'order')} {beyond === 1 ? 'is' : 'are'} heavier than the survey went ({format.mass(heaviest)}) and not
            counted.
          </p>
        )}
        <div className="grid grid-cols-2 gap-3">
          <LabelledInput label="Tiers at most" value={typed.tiers} onType={(text) => set({ tiers: text })} fault={faultOf(read.tiers)} />
          <LabelledInput
            label="On top of the cost"
            value={typed.margin}
            read={() => read.margin}
            onType={(text) => set({ margin: text })}
            fault={faultOf(read.margin)}
          />
          <LabelledInput
            label="Most an order loses"
            value={typed.loss}
            read={() => read.loss}
            hint="any"
            onType={(text) => set({ loss: text })}
            fault={faultOf(read.loss)}
          />
          <div>
            <span className="text-sm">Prices go up to the next</span>
            <Select
              label="Prices go up to the next"
              className="mt-0.5"
              value={typed.step}
              onChange={(event) => set({ step: event.target.value })}
            >
              {[1, 5, 10, 25, 50, 100].map((step) => (
                <option key={step} value={step}>
                  {format.plain(step)}
                </option>
              ))}
            </Select>
          </div>
        </div>
        <Segments
          label="Which cost"
          value={typed.which}
          choices={[
            ['mean', 'Mean of the zone'],
            ['most', 'Dearest address'],
          ]}
          onChange={(which) => set({ which })}
        />
        <Select
          label="Weight that sets the price"
          value={typed.measure}
          onChange={(event) => set({ measure: event.target.value as WeightMeasureName })}
        >
          <option value="packedWeight">Tiers by packed weight</option>
          <option value="itemsWeight">Tiers by weight of the goods</option>
          <option value="billableWeight">Tiers by billed weight</option>
        </Select>
        {fitted.all.length > 1 && (
          <label className="flex items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              className="size-4 accent-clay"
              checked={typed.together}
              onChange={(event) => set({ together: event.target.checked })}
            />
            The same weights in all {fitted.all.length} zones of {fitted.service.name}
          </label>
        )}
        {fault !== null && (
          <p role="alert" className="text-sm text-fault">
            {fault}
          </p>
        )}
        <div className="flex gap-2">
          <Button look="main" type="submit" disabled={!fit.ready || fit.running}>
            {fit.running ? 'Fitting…' : 'Fit prices'}
          </Button>
          {fit.running && <Button onClick={fit.stop}>Stop</Button>}
        </div>
      </form>
      <div className="space-y-4">
        {proposals.length === 0 && (
          <p className="rounded-lg border border-line-strong bg-paper px-4 py-3 text-ash">
            What comes nearest to what each order should pay is shown here, beside today’s prices: as tiers, and as a base with so much for
            each unit of weight. No other prices of either kind would fit these orders better.
          </p>
        )}
        {proposals.length > 0 && <FitResult key={String(typed.together)} proposals={proposals} onTake={fit.take} />}
      </div>
    </div>
  );
}
