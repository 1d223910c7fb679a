import { useEffect, useRef, useState } from 'react';

/** How typed text was read where it could be read otherwise, and what to write to mean that. */
export interface TwoWays {
  readonly as: string;
  readonly instead: string;
}
export type Read<T> = { ok: true; value: T; twoWays?: TwoWays } | { ok: false; message: string };
export type Taken = { ok: true } | { ok: false; message: string };

export interface TypedValue<T> {
  /** What the field shows while nobody types in it. */
  shown: string;
  read: (text: string) => Read<T>;
  /** Takes a value that was understood; may still refuse it. */
  commit: (value: T) => Taken;
  /** Shows a value while it is being typed; null when there is none. May refuse it, too. */
  preview?: (value: T | null) => Taken;
}

const IDLE_MS = 700;

/** What a field knows of the text in it: previewed with each key, taken when left, on Enter or after a pause. */
export function useTypedField<T>({ shown, read, commit, preview }: TypedValue<T>) {
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  /** What is typed has been taken; it stays as typed while the field is not left, unless the value changes from elsewhere. */
  const [taken, setTaken] = useState(false);
  /** Stays when the field is left: what was meant can still be told then. */
  const [twoWays, setTwoWays] = useState<TwoWays | null>(null);
  const shownWhenTaken = useRef<string | null>(null);
  // What the field showed before typing began: a preview changes `shown` with each key.
  const before = useRef(shown);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** Text that waits for the pause; the handlers of the latest drawing take it. */
  const waiting = useRef<string | null>(null);
  const handlers = useRef({ read, commit, preview });
  handlers.current = { read, commit, preview };

  const take = (text: string): Taken => {
    clearTimeout(timer.current);
    waiting.current = null;
    const value = handlers.current.read(text);
    const taken = value.ok ? handlers.current.commit(value.value) : value;
    if (!taken.ok) handlers.current.preview?.(null);
    return taken;
  };
  const atEnd = useRef(take);
  atEnd.current = take;
  // A page left by the browser's own buttons leaves its field without a word: what waits is taken then.
  useEffect(
    () => () => {
      if (waiting.current !== null) atEnd.current(waiting.current);
    },
    [],
  );

  // Undone, or changed in another way: the field shows what is there, not what was typed before.
  useEffect(() => {
    if (!taken) shownWhenTaken.current = null;
    else if (shownWhenTaken.current === null) shownWhenTaken.current = shown;
    else if (shownWhenTaken.current !== shown) {
      setTyped(null);
      setTaken(false);
    }
  }, [taken, shown]);

  // Undone, or changed in another way: what was read is no longer what is there.
  useEffect(() => {
    if (typed === null && twoWays !== null && shown !== twoWays.as) setTwoWays(null);
  }, [typed, twoWays, shown]);

  const settle = (text: string) => {
    const done = take(text);
    if (done.ok) before.current = text;
    setFault(done.ok ? null : done.message);
    setTaken(done.ok);
    return done.ok;
  };
  const type = (text: string) => {
    if (typed === null) before.current = shown;
    setTaken(false);
    setTyped(text);
    clearTimeout(timer.current);
    waiting.current = text;
    const value = read(text);
    setTwoWays(value.ok ? (value.twoWays ?? null) : null);
    const seen = value.ok ? (preview?.(value.value) ?? value) : value;
    if (seen.ok) setFault(null);
    else preview?.(null);
    timer.current = setTimeout(() => settle(text), IDLE_MS);
  };
  const leave = () => {
    if (typed === null) return;
    if (taken || typed === before.current) giveUp();
    else if (settle(typed)) setTyped(null);
  };
  const giveUp = () => {
    clearTimeout(timer.current);
    waiting.current = null;
    preview?.(null);
    setTyped(null);
    setTaken(false);
    setFault(null);
  };
  /** The same text was meant the other way. */
  const takeInstead = (text: string) => {
    setTyped(text);
    if (settle(text)) setTyped(null);
    setTwoWays(null);
  };
  const giveUpAll = () => {
    setTwoWays(null);
    giveUp();
  };
  return { text: typed ?? shown, settled: typed === null || taken, fault, twoWays, type, leave, giveUp: giveUpAll, takeInstead };
}
