import type { DraftState } from '@ostrakon/core';
import { createContext, type ReactNode, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import { toast } from '../ui/toast.ts';
import { api } from './draftApi.ts';
import { DraftSession, type DraftSnapshot } from './draftSession.ts';

const SessionContext = createContext<DraftSession | null>(null);
const CHANNEL = 'ostrakon-draft';

/** Tells other tabs what this one saved, and hears what they did. */
function useOtherTabs(session: DraftSession, channel: BroadcastChannel): void {
  useEffect(() => {
    channel.onmessage = (event: MessageEvent<number>) => session.noticeRevision(event.data);
    const look = () => {
      if (document.visibilityState === 'visible')
        void api.read().then(
          (state) => session.noticeRevision(state.revision),
          () => undefined,
        );
    };
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
    };
  }, [session, channel]);
}

export function DraftProvider({ state, children }: { state: DraftState; children: ReactNode }) {
  const [held] = useState(() => {
    const channel = new BroadcastChannel(CHANNEL);
    const session = new DraftSession(state, api, {
      refused: (message) => toast.error(`This change was not taken: ${message}`),
      moved: (revision) => channel.postMessage(revision),
    });
    return { channel, session };
  });
  useOtherTabs(held.session, held.channel);
  return <SessionContext value={held.session}>{children}</SessionContext>;
}

export function useDraftSession(): DraftSession {
  const session = useContext(SessionContext);
  if (!session) throw new Error('useDraftSession must be used within <DraftProvider>');
  return session;
}

export function useDraft(): DraftSnapshot {
  const session = useDraftSession();
  return useSyncExternalStore(session.subscribe, session.getSnapshot);
}
