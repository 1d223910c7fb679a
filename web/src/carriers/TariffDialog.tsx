import { type CarrierAccount, newId, type ReadBands, type ReadPrices, Tariff, type TariffRowProblem } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { carrierApi, carrierQueries } from '../api/carrierApi.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { decodeFile, NOT_TEXT } from '../ui/decodeText.ts';
import { download } from '../ui/download.ts';
import { FileField } from '../ui/FileField.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { readMass, readPercent } from '../ui/readers.ts';
import { useFormat } from '../words/useWords.ts';
import { rateDesk } from './rateDesk.ts';
import { EXAMPLE_PLACES, EXAMPLE_PRICES, linesOf, readPlaces, readPrices, tariffProblemWords } from './tariffFile.ts';

const MOST_BYTES = 2_000_000;
const MOST_SHOWN = 30;

interface FileOf {
  readonly lines: readonly string[] | null;
  readonly set: (lines: readonly string[]) => void;
  readonly problems: readonly TariffRowProblem[];
}

/** The rows of a file that were not understood, to be mended where they stand. */
function BadRows({ lines, set, problems, of, bands = [] }: FileOf & { of: string; bands?: readonly string[] }) {
  const at = [...new Set(problems.map(({ line }) => line))];
  if (!lines || at.length === 0) return null;
  const mend = (line: number, text: string) => set(lines.map((held, index) => (index === line - 1 ? text : held)));
  return (
    <div className="mt-1 rounded-md bg-fault-soft px-3 py-2 text-sm">
      <p className="font-semibold text-fault">
        {at.length === 1 ? 'One row was' : `${at.length} rows were`} not understood. Mend them here, or leave them out.
      </p>
      <ul className="mt-1 space-y-1.5">
        {at.slice(0, MOST_SHOWN).map((line) => {
          const own = problems.filter((problem) => problem.line === line);
          return (
            <li key={line} className="flex items-start gap-2">
              <span className="w-14 shrink-0 py-1.5 text-ash">Line {line}</span>
              <span className="min-w-0 flex-1">
                <input
                  aria-label={`Line ${line} of the ${of}`}
                  aria-invalid
                  autoComplete="off"
                  className="h-8 w-full rounded-md border border-fault bg-paper px-2"
                  value={lines[line - 1] ?? ''}
                  onChange={(event) => mend(line, event.target.value)}
                />
                <span role="alert" className="block text-xs text-fault">
                  {own
                    .map(
                      ({ column, cell, problem }) =>
                        `${column === null ? '' : `${bands.includes(column) ? 'Band ' : ''}${column}: `}${cell === '' || problem.code === 'typed' ? '' : `“${cell}”. `}${tariffProblemWords(problem)}`,
                    )
                    .join(' ')}
                </span>
              </span>
            </li>
          );
        })}
        {at.length > MOST_SHOWN && <li className="text-ash">and {at.length - MOST_SHOWN} more</li>}
      </ul>
      <Button className="mt-1.5" onClick={() => set(lines.filter((_line, index) => index === 0 || !at.includes(index + 1)))}>
        Leave {at.length === 1 ? 'this row' : 'these rows'} out
      </Button>
    </div>
  );
}

function FileInput({
  label,
  onLines,
  onFault,
}: {
  label: string;
  onLines: (lines: readonly string[]) => void;
  onFault: (fault: string | null) => void;
}) {
  const open = async (file: File | undefined) => {
    onFault(null);
    if (!file) return undefined;
    if (file.size > MOST_BYTES) return onFault('This file is larger than 2 MB.');
    const decoded = await decodeFile(file);
    return decoded === null ? onFault(NOT_TEXT) : onLines(linesOf(decoded.text));
  };
  return <FileField label={label} className="mt-1 block w-full" accept=".csv,text/csv,text/plain" onFile={(file) => void open(file)} />;
}

/** The files and figures of a price list being loaded, as far as they are understood. */
function useTariff(account: CarrierAccount | undefined) {
  const format = useFormat();
  const { shop } = useDraft().book;
  const held = account?.tariff;
  const [prices, setPrices] = useState<readonly string[] | null>(null);
  const [places, setPlaces] = useState<readonly string[] | null>(null);
  const [divisor, setDivisor] = useState(String(held?.volume.divisor ?? 5000));
  const [step, setStep] = useState(held?.volume.roundUpTo ?? '0.5 kg');
  const [fuel, setFuel] = useState(format.percent(held?.fuel ?? 0));
  const read = prices && readPrices(prices, shop.currency);
  const bands = read && places && readPlaces(places, read.bands);
  const share = readPercent(shop, 100_000)(fuel);
  const mass = readMass(shop)(step);
  const whole = /^\d{3,6}$/.test(divisor.trim());
  const problems = (read?.problems.length ?? 0) + (bands?.problems.length ?? 0);
  const draft =
    read && bands && problems === 0 && share.ok && mass.ok && whole
      ? {
          bands: bands.bands,
          elsewhere: bands.elsewhere,
          lists: read.lists,
          volume: { divisor: Number(divisor), per: 'cm3PerKg', roundUpTo: mass.value },
          fuel: share.value,
        }
      : null;
  return {
    prices,
    setPrices,
    places,
    setPlaces,
    divisor,
    setDivisor,
    step,
    setStep,
    fuel,
    setFuel,
    read,
    bands,
    share,
    mass,
    whole,
    problems,
    draft,
  };
}

/** What was understood of the files, in a sentence. */
function Understood({ read, bands }: { read: ReadPrices; bands: ReadBands | null }) {
  const format = useFormat();
  const rows = read.lists.reduce((sum, { steps, further }) => sum + steps.length + (further ? 1 : 0), 0);
  const elsewhere = bands?.elsewhere ?? null;
  return (
    <p className="text-sm">
      {format.count(rows, 'row')} for {format.count(read.bands.length, 'band')} understood
      {read.lists.length > 1 && `, ${read.lists.map(({ service }) => service).join(', ')}`}
      {bands &&
        `; ${format.count(
          bands.bands.reduce((sum, band) => sum + band.places.length, 0),
          'place',
        )}`}
      {bands && (elsewhere === null ? '; nothing is served elsewhere' : `; everywhere else is band ${bands.bands[elsewhere]?.name}`)}.
    </p>
  );
}

/** Loads a carrier's printed price list: prices by weight and band, and which places are in which band. */
export function TariffDialog({ account, onClose }: { account?: CarrierAccount; onClose: () => void }) {
  const client = useQueryClient();
  const { shop } = useDraft().book;
  const [name, setName] = useState(account?.name ?? '');
  const [fault, setFault] = useState<string | null>(null);
  const tariff = useTariff(account);
  const { prices, setPrices, places, setPlaces, read, bands, share, mass, whole, problems } = tariff;
  const ready = tariff.draft !== null && name.trim() !== '';
  const save = async () => {
    const parsed = Tariff.safeParse(tariff.draft);
    if (!parsed.success) return setFault(`${parsed.error.issues[0]?.message}.`);
    try {
      const { accounts } = client.getQueryData(carrierQueries.state.queryKey) ?? { accounts: [] };
      const next = account
        ? await carrierApi.edit(account.id, { name: name.trim(), tariff: parsed.data })
        : await carrierApi.open({
            kind: 'tariff',
            id: newId(name, accounts, 'price-list'),
            name: name.trim(),
            currency: shop.currency,
            tariff: parsed.data,
          });
      client.setQueryData(carrierQueries.state.queryKey, next);
      rateDesk.forget();
      onClose();
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title={account ? `Load another price list for ${account.name}` : 'Load a price list'}
      about="Two CSV files: prices by weight and band, and which places are in which band. Prices are quoted from it with no connection."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <LabelledInput label="Name of the carrier" value={name} hint="Coast couriers" onType={setName} />
        <div className="grid grid-cols-2 gap-4">
          <div>
            <FileInput label="Prices by weight and band" onLines={setPrices} onFault={setFault} />
            <Button look="quiet" onClick={() => download('prices-by-band.csv', EXAMPLE_PRICES)}>
              An example to fill in
            </Button>
          </div>
          <div>
            <FileInput label="Places of each band" onLines={setPlaces} onFault={setFault} />
            <Button look="quiet" onClick={() => download('places-of-bands.csv', EXAMPLE_PLACES)}>
              An example to fill in
            </Button>
          </div>
        </div>
        {read && <BadRows of="prices" lines={prices} set={setPrices} problems={read.problems} bands={read.bands} />}
        {bands && <BadRows of="places" lines={places} set={setPlaces} problems={bands.problems} />}
        {read && <Understood read={read} bands={bands} />}
        <div className="grid grid-cols-3 gap-3">
          <LabelledInput
            label="Volume counts, cm³ to the kilogram"
            value={tariff.divisor}
            onType={tariff.setDivisor}
            choices={['5000', '6000']}
            fault={whole ? undefined : 'A whole number, such as 5000.'}
          />
          <LabelledInput
            label="Billed weight goes up to the next"
            value={tariff.step}
            read={() => mass}
            onType={tariff.setStep}
            fault={mass.ok ? undefined : mass.message}
          />
          <LabelledInput
            label="Fuel, on top of the list"
            value={tariff.fuel}
            read={() => share}
            onType={tariff.setFuel}
            fault={share.ok ? undefined : share.message}
          />
        </div>
        {fault !== null && (
          <p role="alert" className="text-sm text-fault">
            {fault}
          </p>
        )}
        <div className="flex justify-end">
          <Button look="main" type="submit" disabled={!ready}>
            {problems > 0 ? 'Mend the rows first' : !prices || !places ? 'Choose both files' : 'Keep this price list'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
