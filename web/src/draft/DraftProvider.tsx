import { createContext, type ReactNode, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import { type DraftApi, draftApi } from '../api/draftApi.ts';
import { toast } from '../ui/toast.ts';
import { DraftSession, type DraftSnapshot } from './draftSession.ts';
import type { OpenedDraft } from './openDraft.ts';
import { keepUnsent } from './outbox.ts';

const SessionContext = createContext<DraftSession | null>(null);
const channelOf = (draft: number) => `ostrakon-draft-${draft}`;

/** Tells other tabs what this one saved, and hears what they did. */
function useOtherTabs(session: DraftSession, channel: BroadcastChannel, api: DraftApi): void {
  useEffect(() => {
    channel.onmessage = (event: MessageEvent<number>) => session.noticeRevision(event.data);
    const look = () => {
      if (document.visibilityState === 'visible')
        void api.read().then(
          ({ revision, lineage }) => session.noticeRevision(revision, lineage),
          () => undefined,
        );
    };
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    window.addEventListener('online', session.tryNow);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
      window.removeEventListener('online', session.tryNow);
    };
  }, [session, channel, api]);
}

/** A field that is left takes what was typed into it. */
const leaveField = () => {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
};

/** A page that goes away sends what waits, and asks where there is no time for that. */
function useLeaving(session: DraftSession, draft: number): void {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      leaveField();
      if (session.needsTime) event.preventDefault();
    };
    const leave = () => {
      leaveField();
      keepUnsent(draft, session.unsent());
      session.leave();
    };
    // Brought back as it was, the page goes on by itself.
    const back = (event: PageTransitionEvent) => {
      if (event.persisted) keepUnsent(draft, null);
    };
    window.addEventListener('beforeunload', ask);
    window.addEventListener('pagehide', leave);
    window.addEventListener('pageshow', back);
    return () => {
      window.removeEventListener('beforeunload', ask);
      window.removeEventListener('pagehide', leave);
      window.removeEventListener('pageshow', back);
    };
  }, [session, draft]);
}

/** The draft of a number; to work on another one it is mounted anew. */
export function DraftProvider({ draft, opened, children }: { draft: number; opened: OpenedDraft; children: ReactNode }) {
  const [held] = useState(() => {
    const channel = new BroadcastChannel(channelOf(draft));
    const api = draftApi(draft);
    const events = {
      doing: toast.passOn,
      refused: (message: string) => void toast.error(`This change was not taken: ${message}`),
      moved: (revision: number) => channel.postMessage(revision),
    };
    return { api, channel, session: new DraftSession(opened.state, api, events, opened.left) };
  });
  useOtherTabs(held.session, held.channel, held.api);
  useLeaving(held.session, draft);
  return <SessionContext value={held.session}>{children}</SessionContext>;
}

export function useDraftSession(): DraftSession {
  const session = useContext(SessionContext);
  if (!session) throw new Error('useDraftSession must be used within <DraftProvider>');
  return session;
}

/** The draft as it is shown. What reads no more than this is drawn anew when it changes, and not when it has been saved. */
export function useDraft(): Pick<DraftSnapshot, 'book'> {
  const session = useDraftSession();
  return useSyncExternalStore(session.subscribe, session.getShown);
}

/** How the draft stands to the one on the server, and what can be undone. */
export function useSaving(): Omit<DraftSnapshot, 'book'> {
  const session = useDraftSession();
  return useSyncExternalStore(session.subscribe, session.getSnapshot);
}
