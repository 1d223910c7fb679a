import {
  type Answers,
  applyCommand,
  type BlankKind,
  type Command,
  missingFor,
  type PlannedZone,
  plannedZones,
  type RateBook,
  type Recipe,
  recipeCommand,
  recipes,
} from '@ostrakon/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Lost } from '../../ui/Lost.tsx';
import { toast } from '../../ui/toast.ts';
import { blankFaultWords, needWords, piecesOf, type RecipeWords, recipeWords } from '../../words/recipeWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { ChosenBlank, TypedBlank } from './BlankField.tsx';
import { RecipePreview } from './RecipePreview.tsx';
import { blankReader, isTypedKind } from './readBlank.ts';

const isBelow = (kind: BlankKind | undefined) => kind === 'zones' || kind === 'services';

type Chosen = Answers;
type Texts = Readonly<Record<string, string>>;

/** What the blanks hold, and what of what was typed is not understood, by blank. */
function readBlanks({ blanks }: Recipe, texts: Texts, chosen: Chosen, shop: RateBook['shop']) {
  const faults: Record<string, string> = {};
  const answers: Record<string, Answers[string]> = {};
  for (const [blank, kind] of Object.entries(blanks)) {
    if (!isTypedKind(kind)) {
      answers[blank] = chosen[blank];
      continue;
    }
    const text = texts[blank]?.trim() ?? '';
    if (text === '') continue;
    const read = blankReader(kind, shop)(text);
    if (read.ok) answers[blank] = read.value;
    else faults[blank] = read.message;
  }
  return { faults, answers };
}

/** The step the blanks make, or what is wrong with them; a book that would not stand is refused as well. */
function stepOf(book: RateBook, recipe: Recipe, texts: Texts, chosen: Chosen) {
  const { faults, answers } = readBlanks(recipe, texts, chosen, book.shop);
  if (Object.keys(faults).length > 0) return { faults, command: null };
  const outcome = recipeCommand(book, recipe, answers);
  if (outcome.ok) return { faults, command: outcome.command };
  for (const { blank, code } of outcome.faults)
    faults[blank] ??= code === 'empty' && isBelow(recipe.blanks[blank]) ? 'Tick at least one.' : blankFaultWords[code];
  return { faults, command: null };
}

/** Blanks that hold something from the start, where there is but one thing to choose. */
function firstChosen({ blanks }: Recipe, book: RateBook, zones: readonly PlannedZone[]): Chosen {
  const only = <T,>(list: readonly T[]) => (list.length === 1 ? list[0] : undefined);
  const begun: Partial<Record<BlankKind, Answers[string]>> = {
    zones: zones.length === 1 ? zones : undefined,
    service: only(book.services)?.id,
    services: book.services.length === 1 ? book.services.map(({ id }) => id) : undefined,
    group: only(book.goodsGroups)?.id,
  };
  return Object.fromEntries(Object.entries(blanks).map(([blank, kind]) => [blank, begun[kind]]));
}

function Blanks({
  recipe,
  words,
  zones,
  texts,
  chosen,
  faults,
  onType,
  onChoose,
}: {
  recipe: Recipe;
  words: RecipeWords;
  zones: readonly PlannedZone[];
  texts: Texts;
  chosen: Chosen;
  faults: Readonly<Record<string, string>>;
  onType: (blank: string, text: string) => void;
  onChoose: (blank: string, value: Answers[string]) => void;
}) {
  const field = (blank: string) => {
    const kind = recipe.blanks[blank] as BlankKind;
    const label = words.blanks[blank] ?? blank;
    return isTypedKind(kind) ? (
      <TypedBlank
        key={blank}
        label={label}
        kind={kind}
        named={blank === 'charge' ? 'Handling' : words.named}
        value={texts[blank] ?? ''}
        fault={faults[blank]}
        onType={(text) => onType(blank, text)}
      />
    ) : (
      <ChosenBlank
        key={blank}
        label={label}
        kind={kind}
        value={chosen[blank]}
        zones={zones}
        fault={faults[blank]}
        onAnswer={(value) => onChoose(blank, value)}
      />
    );
  };
  return (
    <>
      <p className="font-serif text-lg leading-10">
        {piecesOf(words.sentence).map((piece) => ('text' in piece ? piece.text : field(piece.blank)))}
      </p>
      {Object.entries(recipe.blanks).map(([blank, kind]) => isBelow(kind) && field(blank))}
    </>
  );
}

/** One recipe: its sentence to fill in, what it makes, and the button that takes it. */
function Form({ recipe }: { recipe: Recipe }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const navigate = useNavigate();
  const words = recipeWords(recipe);
  const zones = plannedZones(book, format.region, 'Everywhere else');
  const [texts, setTexts] = useState<Texts>({});
  const [chosen, setChosen] = useState<Chosen>(() => firstChosen(recipe, book, zones));
  /** Faults are told from the first try on. */
  const [tried, setTried] = useState<string | null>(null);
  const missing = missingFor(book, recipe);
  const { faults, command } = stepOf(book, recipe, texts, chosen);
  const after = command ? tryOut(book, command) : null;

  const take = () => {
    setTried('');
    if (command === null) return;
    const outcome = session.dispatch(command);
    if (!outcome.ok) return setTried(`${outcome.message}.`);
    toast(`${words.title}: taken`, { action: { label: 'Undo', onClick: session.undo } });
    void navigate(placeOf(recipe));
  };

  return (
    <section aria-label={words.title} className="rounded-lg border border-line-strong bg-paper p-4">
      <h2 className="mb-2 font-serif text-lg font-semibold">{words.title}</h2>
      {missing !== null ? (
        <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
          {needWords[missing][0]}{' '}
          <Link to={needWords[missing][2]} className="underline">
            {needWords[missing][1]}
          </Link>
        </p>
      ) : (
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            take();
          }}
        >
          <Blanks
            recipe={recipe}
            words={words}
            zones={zones}
            texts={texts}
            chosen={chosen}
            faults={tried === null ? {} : faults}
            onType={(blank, text) => setTexts({ ...texts, [blank]: text })}
            onChoose={(blank, value) => setChosen({ ...chosen, [blank]: value })}
          />
          {words.after !== undefined && <p className="mt-3 text-sm text-ash">{words.after}</p>}
          {after && <RecipePreview before={book} after={after} />}
          {tried !== null && tried !== '' && (
            <p role="alert" className="mt-2 text-fault">
              {tried}
            </p>
          )}
          <div className="mt-3 flex items-center justify-end gap-3">
            {command === null && <span className="text-sm text-ash">What it makes is shown once every blank is filled.</span>}
            <Button look="main" type="submit">
              Add it to the draft
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}

/** Where what a recipe made is seen. */
const placeOf = ({ blanks }: Recipe) => ('services' in blanks ? '/charges' : '/book?face=rates');

/** The book with a step, or null where it is refused: then the try tells why. */
function tryOut(book: RateBook, command: Command): RateBook | null {
  try {
    return applyCommand(book, command);
  } catch {
    return null;
  }
}

export function RecipeForm() {
  const { recipe: id } = useParams();
  const recipe = recipes.find((one) => one.id === id);
  // Each recipe begins with blanks of its own.
  return recipe ? <Form key={recipe.id} recipe={recipe} /> : <Lost what="There is no recipe of this name." />;
}
