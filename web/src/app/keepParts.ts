/** Fetches what the page may need later while the server is there, so that it goes on working without it. */
async function fetchParts(): Promise<void> {
  // Messages first: the one that says that the server has gone is needed when it has.
  await import('sonner');
  const answer = await fetch('/parts.json');
  if (!answer.ok) return;
  for (const part of (await answer.json()) as string[]) await fetch(`/${part}`, { priority: 'low' });
}

/** Begins when the page is quiet. Without an answer nothing is kept, and parts are asked for when they are needed. */
export function keepParts(): void {
  requestIdleCallback(() => void fetchParts().catch(() => undefined));
}
