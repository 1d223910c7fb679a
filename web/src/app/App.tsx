import { useQuery } from '@tanstack/react-query';
import { ApiProblem } from '../api/client.ts';
import { BenchProvider } from '../bench/BenchProvider.tsx';
import { useActiveDraft } from '../draft/activeDraft.ts';
import { DraftProvider } from '../draft/DraftProvider.tsx';
import { queries } from '../draft/queries.ts';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { Frame } from './Frame.tsx';

const PackerFrame = later(() => import('./PackerFrame.tsx'), 'PackerFrame');
const Door = later(() => import('../access/Door.tsx'), 'Door');

/** Loads what every screen needs, then shows the frame. */
export function App() {
  const id = useActiveDraft();
  const draft = useQuery(queries.draft(id));
  const products = useQuery(queries.products);
  const trials = useQuery(queries.trials);
  const waited = [draft, products, trials];
  // What was read once stays in view when it cannot be read anew.
  if (waited.some(({ error }) => error instanceof ApiProblem && error.problem.code.startsWith('not-')))
    return <Door packer={PackerFrame} />;
  if (waited.some((query) => query.isLoadingError)) {
    return (
      <div role="alert" className="p-6">
        <h1 className="font-serif text-xl font-semibold">The shop cannot be reached</h1>
        <p className="mt-2 mb-3">The server did not answer. Is it running?</p>
        <Button onClick={() => waited.forEach((query) => void query.refetch())}>Try again</Button>
      </div>
    );
  }
  if (!draft.data || !products.data || !trials.data) return <p className="p-6 text-ash">Opening the rate book…</p>;
  return (
    <DraftProvider key={id} draft={id} opened={draft.data}>
      <BenchProvider products={products.data} trials={trials.data}>
        <Frame />
      </BenchProvider>
    </DraftProvider>
  );
}
