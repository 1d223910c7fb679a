import { type Judged, newId, standingOf, type Trial, type TrialRun, type TrialSide } from '@ostrakon/core';
import { Ellipsis, GripVertical } from 'lucide-react';
import { useState } from 'react';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { StandingMark } from '../../trials/StandingMark.tsx';
import { useTrials } from '../../trials/useTrials.ts';
import { SignButton } from '../../ui/Button.tsx';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import { toast } from '../../ui/toast.ts';
import type { FindingNames } from '../../words/findingWords.ts';
import { allWords, expectationWords, gotWords, notRunWords, trialPlaceWords, whenWords, whyWords } from '../../words/trialWords.ts';
import { moved, type TrialOrder } from './trialOrder.ts';

/** Expectations told in a row; of one that holds fewer are enough. */
const MOST_SHOWN = 4;
const FEW_SHOWN = 1;

function Got({ side, shown, trial, names }: { side: TrialSide | null; shown: readonly Judged[]; trial: Trial; names: FindingNames }) {
  if (side === null) return null;
  if (!side.ok) return <span className="text-fault">not sold any more</span>;
  if ((trial.expects ?? []).length === 0) return <span>{allWords(side, names)}</span>;
  return shown.map(({ expectation }) => {
    const verdict = side.judged.find((one) => JSON.stringify(one.expectation) === JSON.stringify(expectation))?.verdict;
    return (
      <span key={JSON.stringify(expectation)} className={`block ${verdict === 'fails' ? 'font-semibold text-fault' : ''}`}>
        {gotWords(expectation, side, names)}
      </span>
    );
  });
}

/** What of a trial is told: what fails and what is open first. */
function shownOf({ draft }: TrialRun): readonly Judged[] {
  if (!draft.ok) return [];
  const rank = { fails: 0, open: 1, holds: 2 };
  const sorted = [...draft.judged].sort((a, b) => rank[a.verdict] - rank[b.verdict]);
  const grave = sorted.filter(({ verdict }) => verdict !== 'holds');
  return grave.length > 0 ? grave.slice(0, MOST_SHOWN) : sorted.slice(0, FEW_SHOWN);
}

interface RowProps {
  readonly trial: Trial;
  readonly run: TrialRun | undefined;
  readonly about: string;
  readonly isOnBench: boolean;
  readonly put: () => void;
  readonly menu: () => MenuGroup[];
  readonly drag: { readonly start: () => void; readonly drop: () => void } | null;
}

/** The cart of a trial, and why it does not hold. */
function Cart({ trial, run, about, put, shown }: Pick<RowProps, 'trial' | 'run' | 'about' | 'put'> & { shown: readonly Judged[] }) {
  const names = useFindingNames();
  const standing = run ? standingOf(run) : null;
  const holds = standing === 'holds';
  const isMoved = trial.when !== undefined || trial.cart.moment !== undefined;
  const why = run === undefined || holds || standing === null ? [] : whyOf(run.draft, shown, names);
  return (
    <>
      <button type="button" className="text-start font-semibold hover:text-clay hover:underline" onClick={put}>
        {trial.name}
      </button>
      {/* What holds takes one line, so that what fails stands out. */}
      <span className={`text-sm text-ash ${holds ? 'ms-1.5' : 'block'}`}>
        {holds ? trialPlaceWords(trial, names) : about}
        {isMoved && `, bought ${whenWords(trial, names)}`}
      </span>
      {why.map((sentence) => (
        <span key={sentence} className={`block font-serif text-sm ${standing === 'open' ? 'text-ochre' : 'text-fault'}`}>
          {sentence}
        </span>
      ))}
    </>
  );
}

const whyOf = (draft: TrialSide, shown: readonly Judged[], names: FindingNames): readonly string[] =>
  draft.ok ? [...new Set(shown.map((judged) => whyWords(judged, draft, names)))] : [notRunWords(draft)];

function Expects({ trial, shown, compact }: { trial: Trial; shown: readonly Judged[]; compact: boolean }) {
  const names = useFindingNames();
  const expects = trial.expects ?? [];
  const more = expects.length - shown.length;
  if (expects.length === 0) return <span className="text-ash">nothing yet</span>;
  return (
    <>
      {shown.map(({ expectation }) => (
        <span
          key={JSON.stringify(expectation)}
          className={`${compact ? '' : 'block'} ${expectation.kind === 'nothing' ? '' : 'whitespace-nowrap'}`}
        >
          {expectationWords(expectation, names)}
        </span>
      ))}
      {shown.length > 0 && more > 0 && (
        <span className={`whitespace-nowrap text-xs text-ash ${compact ? 'ms-1.5' : 'block'}`}>and {more} more</span>
      )}
    </>
  );
}

function Row({ trial, run, about, isOnBench, put, menu, drag }: RowProps) {
  const names = useFindingNames();
  const standing = run ? standingOf(run) : null;
  const shown = run ? shownOf(run) : [];
  return (
    <tr
      data-trial={trial.id}
      className={`border-line border-b align-top last:border-b-0 ${isOnBench ? 'bg-clay-soft' : ''}`}
      draggable={drag !== null}
      onDragStart={drag?.start}
      onDragOver={(event) => event.preventDefault()}
      onDrop={drag?.drop}
    >
      <td className="w-9 px-2 py-1.5">
        <span className="flex items-center gap-1">
          {drag && <GripVertical size={14} aria-hidden className="cursor-grab text-ash" />}
          <StandingMark standing={standing} />
        </span>
      </td>
      <td className="py-1.5 pe-3">
        <Cart trial={trial} run={run} about={about} put={put} shown={shown} />
      </td>
      <td className="py-1.5 pe-3 text-end text-sm">
        <Expects trial={trial} shown={shown} compact={standing === 'holds'} />
      </td>
      <td className="py-1.5 pe-3 text-end text-sm">{run && <Got side={run.draft} shown={shown} trial={trial} names={names} />}</td>
      <td className="py-1.5 pe-3 text-end text-sm text-ash">
        {run && <Got side={run.live} shown={shown} trial={trial} names={names} />}
        {run?.planned !== undefined && <span className="block text-xs">edition {run.planned}, planned</span>}
      </td>
      <td className="w-9 py-1 pe-1">
        <Menu
          trigger={
            <SignButton label={`More about ${trial.name}`}>
              <Ellipsis size={16} aria-hidden />
            </SignButton>
          }
          groups={menu}
        />
      </td>
    </tr>
  );
}

interface TableProps {
  readonly list: readonly Trial[];
  readonly runs: readonly TrialRun[];
  readonly order: TrialOrder;
  readonly onBench: string | null;
  readonly put: (trial: Trial) => void;
  readonly onExpect: (id: string) => void;
  readonly onZones: (id: string) => void;
  readonly about: (trial: Trial) => string;
}

function useRowMenu(
  { list, order, onExpect, onZones }: Pick<TableProps, 'list' | 'order' | 'onExpect' | 'onZones'>,
  runs: ReadonlyMap<string, TrialRun>,
) {
  const { trials, change, undo } = useTrials();
  const told = (words: string) => toast(words, { action: { label: 'Undo', onClick: () => void undo() } });
  const expectNow = async (trial: Trial) => {
    const draft = runs.get(trial.id)?.draft;
    if (!draft?.ok) return;
    if (await change({ put: [{ ...trial, expects: [...draft.gives] }] }, `expectations of ${trial.name}`))
      told(`“${trial.name}” expects what it gets now`);
  };
  const duplicate = async (trial: Trial) => {
    const name = `${trial.name}, copy`;
    const copy = { ...trial, id: newId(name, trials, 'trial'), name };
    const ids = trials.flatMap(({ id }) => (id === trial.id ? [id, copy.id] : [id]));
    await change({ put: [copy], order: ids }, `copy of ${trial.name}`);
  };
  const remove = async (trial: Trial) => {
    if (await change({ remove: [trial.id] }, `removal of ${trial.name}`)) told(`Removed the trial “${trial.name}”`);
  };
  const move = (trial: Trial, by: 1 | -1) => {
    const to = list[list.indexOf(trial) + by];
    if (to) void change({ order: [...moved(trials, trial.id, to.id)] }, `order of ${trial.name}`);
  };
  return (trial: Trial): MenuGroup[] => [
    {
      entries: [
        { label: 'Change what is expected…', act: () => onExpect(trial.id) },
        { label: 'Expect what it gets now', act: () => void expectNow(trial), disabled: !runs.get(trial.id)?.draft.ok },
        { label: 'Look at it in every zone', act: () => onZones(trial.id) },
      ],
    },
    {
      entries:
        order === 'own'
          ? [
              { label: 'Move up', act: () => move(trial, -1), disabled: list[0] === trial },
              { label: 'Move down', act: () => move(trial, 1), disabled: list.at(-1) === trial },
            ]
          : [],
    },
    {
      entries: [
        { label: 'Copy it', act: () => void duplicate(trial) },
        { label: 'Remove it', act: () => void remove(trial), grave: true },
      ],
    },
  ];
}

/** Trials down; what each expects, gets from the draft, and gets live. */
export function TrialTable(props: TableProps) {
  const { list, runs, order, onBench, put, about } = props;
  const { trials, change } = useTrials();
  const byId = new Map(runs.map((run) => [run.id, run]));
  const menuOf = useRowMenu(props, byId);
  const [dragged, setDragged] = useState<string | null>(null);
  const dragOf = (trial: Trial) =>
    order === 'own'
      ? {
          start: () => setDragged(trial.id),
          drop: () => {
            if (dragged !== null && dragged !== trial.id) void change({ order: [...moved(trials, dragged, trial.id)] }, 'order of trials');
            setDragged(null);
          },
        }
      : null;
  return (
    <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
      <table aria-label="Trials" className="w-full">
        <thead>
          <tr className="border-line border-b text-sm text-ash">
            <th scope="col" className="px-2 py-1.5">
              <span className="sr-only">How it stands</span>
            </th>
            <th scope="col" className="py-1.5 pe-3 text-start font-semibold">
              Cart
            </th>
            <th scope="col" className="py-1.5 pe-3 text-end font-semibold">
              Expects
            </th>
            <th scope="col" className="py-1.5 pe-3 text-end font-semibold">
              Draft
            </th>
            <th scope="col" className="py-1.5 pe-3 text-end font-semibold">
              Live
            </th>
            <th scope="col">
              <span className="sr-only">More</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {list.map((trial, at) => [
            order === 'own' && trial.label !== undefined && list[at - 1]?.label !== trial.label && (
              <tr key={`label ${trial.label}`} className="border-line border-b bg-bone">
                <th scope="rowgroup" colSpan={6} className="px-3 py-1 text-start text-sm font-semibold">
                  {trial.label}
                </th>
              </tr>
            ),
            <Row
              key={trial.id}
              trial={trial}
              run={byId.get(trial.id)}
              about={about(trial)}
              isOnBench={onBench === trial.id}
              put={() => put(trial)}
              menu={() => menuOf(trial)}
              drag={dragOf(trial)}
            />,
          ])}
        </tbody>
      </table>
    </div>
  );
}
