import { type BroughtState, localAt, NEEDED_ORDER_FIELDS, type OrderField, orderColumns, type ReadOrder, toDay } from '@ostrakon/core';
import type { OrdersImport, OrdersTaken } from '@ostrakon/core/contract';
import { type FileFault, FileFaults } from '../../files/FileFaults.tsx';
import { ChooseFile, FileColumns, Progress } from '../../files/FileSteps.tsx';
import { Button } from '../../ui/Button.tsx';
import { toCsv } from '../../ui/csv.ts';
import { download } from '../../ui/download.ts';
import { FileNumbers } from '../../ui/FileNumbers.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { useDesk } from './Desk.tsx';
import type { CheckedOrders } from './ordersFileMessages.ts';
import { broughtFaultWords, ordersFaultWords } from './ordersFileWords.ts';
import { type HowRead, useOrdersFile } from './useOrdersFile.ts';

/** Orders older than that hardly wait to be packed. */
const OLD_DAYS = 14;
const STATES: readonly (readonly [BroughtState, string])[] = [
  ['waiting', 'wait to be packed'],
  ['underWay', 'are under way'],
  ['done', 'have arrived'],
];

/** What is wrong, by line. */
function Faults({ title, faults }: { title: string; faults: readonly FileFault[] }) {
  const { format } = useDesk();
  if (faults.length === 0) return null;
  const rows = faults.map(({ line, cell, words }) => [String(line), cell, words]);
  return (
    <FileFaults
      label={title}
      title={`${title}: ${format.count(faults.length, 'fault')}`}
      saveAs="Save them as a file"
      faults={faults}
      format={format}
      onSave={() => download('faults-in-orders.csv', toCsv([['Line', 'What stands there', 'What is wrong'], ...rows]))}
    />
  );
}

function Sample({ orders }: { orders: readonly ReadOrder[] }) {
  const { format, nameOf } = useDesk();
  if (orders.length === 0) return null;
  return (
    <table className="mt-3 w-full text-sm">
      <caption className="pb-1 text-start text-ash">The first of them</caption>
      <tbody>
        {orders.map(({ order }) => (
          <tr key={order.reference} className="border-line border-t">
            <th scope="row" className="px-2 py-1 text-start font-semibold">
              {order.reference}
            </th>
            <td className="px-2 py-1">{format.moment(order.placedAt)}</td>
            <td className="max-w-40 truncate px-2 py-1">{order.buyer?.name ?? 'no name'}</td>
            <td className="max-w-64 truncate px-2 py-1">
              {order.lines.map(({ quantity, name, product }) => `${quantity} ${name ?? product}`).join('; ')}
            </td>
            <td className="px-2 py-1">{nameOf(order.service)}</td>
            <td className="px-2 py-1 text-end">{order.charged === null ? '' : format.money(order.charged)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Which of the shop's options a name of the file is. */
function Services({ names, how, onChange }: { names: readonly string[]; how: HowRead; onChange: (services: HowRead['services']) => void }) {
  const { facts } = useDesk();
  return (
    <fieldset className="mt-3 rounded-lg border border-ochre p-3">
      <legend className="px-1 text-sm font-semibold">Delivery options of the file that the shop does not have</legend>
      {names.map((name) => (
        <div key={name} className="mb-1 flex items-center gap-2 text-sm">
          <span className="w-56 truncate">{name}</span> is
          <Select
            label={`${name} is`}
            className="w-56!"
            value={how.services.get(name.toLowerCase()) ?? ''}
            onChange={(event) => onChange(new Map([...how.services, [name.toLowerCase(), event.target.value]]))}
          >
            <option value="">choose</option>
            {facts.services.map(({ id, name: own }) => (
              <option key={id} value={id}>
                {own}
              </option>
            ))}
          </Select>
        </div>
      ))}
    </fieldset>
  );
}

/** What a file comes to, before anything of it is taken. */
function WhatComes({ told }: { told: OrdersImport }) {
  const { format } = useDesk();
  const fresh = told.orders - told.known;
  return (
    <>
      <p role="status">
        <strong>{format.count(fresh, 'new order')}</strong> in {format.count(told.parcels, 'parcel')}
        {told.known > 0 && `, ${format.number(told.known)} that the shop has already and that are passed over`}.
      </p>
      <ul className="mt-1 list-disc ps-5 text-sm text-ash">
        {told.differ > 0 && (
          <li>{format.count(told.differ, 'order')} paid another delivery price than was asked then: that is noted with them.</li>
        )}
        {told.withoutEdition > 0 && (
          <li>{format.count(told.withoutEdition, 'order')} from before you published anything: they are packed by what holds today.</li>
        )}
        {told.unknownGoods.length > 0 && (
          <li>Goods the shop does not have are kept as they were sold: {format.list(told.unknownGoods)}.</li>
        )}
      </ul>
    </>
  );
}

function Taken({ taken, onClose }: { taken: OrdersTaken; onClose: () => void }) {
  const { format } = useDesk();
  const numbers = taken.first === taken.last ? `number ${taken.first}` : `numbers ${taken.first} to ${taken.last}`;
  return (
    <>
      <p role="status">
        {taken.taken === 0 ? 'The shop had all of these orders already.' : `${format.count(taken.taken, 'order')} brought in, ${numbers}.`}
      </p>
      <div className="mt-4 flex justify-end">
        <Button look="main" onClick={onClose}>
          To the desk
        </Button>
      </div>
    </>
  );
}

const cellOf = (fault: CheckedOrders['faults'][number]) => ('at' in fault ? '' : fault.cell);

/** What is asked above the list already, once for all lines. */
const isAsked = (fault: CheckedOrders['faults'][number]): boolean => 'problem' in fault && fault.problem.code === 'unknownService';

const missingIn = (fields: readonly (OrderField | null)[]): string[] => [
  ...NEEDED_ORDER_FIELDS.filter((field) => !fields.includes(field)).map((field) => orderColumns.headerOf(field)),
  ...(fields.includes('product') || fields.includes('item') ? [] : ['Goods or Article number']),
];

type File = ReturnType<typeof useOrdersFile>;
type At<T extends File['stage']['tag']> = { readonly file: File; readonly stage: Extract<File['stage'], { tag: T }> };

function Columns({ file, stage }: At<'columns'>) {
  const { format } = useDesk();
  const { opened } = file;
  if (!opened) return null;
  const missing = missingIn(stage.how.fields);
  return (
    <>
      <p className="mb-2 text-sm text-ash">
        {format.count(opened.rows, 'line')}, read as {opened.encoding}.
      </p>
      <FileColumns
        opened={opened}
        columns={orderColumns}
        fields={stage.how.fields}
        onChange={(fields) => file.setStage({ ...stage, how: { ...stage.how, fields } })}
      />
      {missing.length > 0 && (
        <p role="alert" className="mt-2 text-sm text-fault">
          Say which columns hold: {format.list(missing)}.
        </p>
      )}
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={file.again}>Another file</Button>
        <Button look="main" disabled={missing.length > 0} onClick={() => file.check(stage.how)}>
          Check the lines
        </Button>
      </div>
    </>
  );
}

/** How far orders are that do not say it themselves. */
function HowFar({ file, stage: { how, checked } }: At<'checked'>) {
  const { facts, now } = useDesk();
  if (!file.opened || how.fields.includes('state')) return null;
  const today = localAt(now, facts.timeZone).day;
  const old = checked.newest !== null && toDay(checked.newest) < today - OLD_DAYS;
  return (
    <div className="mt-2 flex items-center gap-2 text-sm">
      These orders
      <Select
        label="These orders"
        className="w-44!"
        value={how.state}
        onChange={(event) => file.check({ ...how, state: event.target.value as BroughtState })}
      >
        {STATES.map(([state, words]) => (
          <option key={state} value={state}>
            {words}
          </option>
        ))}
      </Select>
      {how.state === 'waiting' && old && <span className="text-ochre">The newest of them is more than two weeks old.</span>}
    </div>
  );
}

function Checked({ file, stage }: At<'checked'>) {
  const { format } = useDesk();
  const { how, checked } = stage;
  const { unknownServices, faults, doubts } = checked;
  const named = unknownServices.every((name) => how.services.get(name.toLowerCase()));
  return (
    <>
      <p role="status">
        <strong>{format.count(checked.orders, 'order')}</strong> can be read
        {faults.length > 0 && '; others cannot, so nothing can be taken yet'}.
      </p>
      {checked.decimal && (
        <FileNumbers format={format} decimal={checked.decimal} doubts={doubts} onDecimal={(decimal) => file.check({ ...how, decimal })} />
      )}
      <HowFar file={file} stage={stage} />
      {unknownServices.length > 0 && (
        <Services names={unknownServices} how={how} onChange={(services) => file.setStage({ ...stage, how: { ...how, services } })} />
      )}
      <Sample orders={checked.sample} />
      <Faults
        title="Lines that cannot be read"
        faults={faults.flatMap((fault) =>
          isAsked(fault) ? [] : [{ line: fault.line, cell: cellOf(fault), words: ordersFaultWords(fault) }],
        )}
      />
      <div className="mt-3 flex justify-end gap-2">
        {file.opened && <Button onClick={() => file.setStage({ tag: 'columns', how })}>Back to the columns</Button>}
        <Button onClick={file.again}>Another file</Button>
        {unknownServices.length > 0 ? (
          <Button look="main" disabled={!named} onClick={() => file.check(how)}>
            Check again
          </Button>
        ) : (
          <Button
            look="main"
            disabled={checked.orders === 0 || faults.length > 0 || doubts.length > 0}
            onClick={() => void file.plan(how, checked)}
          >
            See what comes of them
          </Button>
        )}
      </div>
    </>
  );
}

function Planned({ file, stage: { told } }: At<'planned'>) {
  const { format } = useDesk();
  const fresh = told.orders - told.known;
  return (
    <>
      <WhatComes told={told} />
      <Faults
        title="Orders that cannot be taken, so none is"
        faults={told.faults.map((fault) => ({ line: fault.line, cell: fault.what, words: broughtFaultWords(fault) }))}
      />
      <div className="mt-3 flex justify-end gap-2">
        <Button onClick={file.again}>Another file</Button>
        <Button look="main" disabled={told.faults.length > 0 || fresh === 0} onClick={() => void file.take(told)}>
          Bring in {format.count(fresh, 'order')}
        </Button>
      </div>
    </>
  );
}

/** Brings orders in from a file: its columns, its faults by line, what it comes to, and only then the orders, all or none. */
export function BringInDialog({ onClose }: { onClose: () => void }) {
  const { facts, format } = useDesk();
  const file = useOrdersFile(facts);
  const { stage } = file;
  const close = () => {
    file.stop();
    onClose();
  };
  return (
    <Modal open wide onOpenChange={(open) => !open && close()} title="Bring orders in">
      {stage.tag === 'choose' && (
        <ChooseFile
          label="File of orders"
          what="a CSV or JSON file"
          accept=".csv,.txt,.tsv,.json,.jsonl,text/csv,text/plain,application/json"
          about="A line of goods each; lines with one order number are one order. Nothing is taken before you have seen it."
          fault={stage.fault}
          onFile={file.open}
        />
      )}
      {stage.tag === 'reading' && <Progress format={format} label="Reading the file…" />}
      {stage.tag === 'columns' && <Columns file={file} stage={stage} />}
      {stage.tag === 'checked' && <Checked file={file} stage={stage} />}
      {stage.tag === 'planning' && (
        <Progress format={format} label="Packing them as they would be" done={stage.done} of={stage.checked.orders} unit="orders" />
      )}
      {(stage.tag === 'planning' || stage.tag === 'reading') && (
        <div className="flex justify-end">
          <Button onClick={file.cancel}>Stop</Button>
        </div>
      )}
      {stage.tag === 'planned' && <Planned file={file} stage={stage} />}
      {stage.tag === 'taking' && <Progress format={format} label="Taking them, all or none…" />}
      {stage.tag === 'taken' && <Taken taken={stage.taken} onClose={close} />}
    </Modal>
  );
}
