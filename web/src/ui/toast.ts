import type { ExternalToast } from 'sonner';
import { loadPart } from './later.ts';

type Show = (sonner: typeof import('sonner').toast) => void;

/** The package comes with the first message, not with the page. */
const later = (show: Show) => void loadPart(() => import('sonner')).then((sonner) => show(sonner.toast));

/** The one message whose action takes back what was done last. */
const UNDO = 'undo';
let offered = false;

const undoable = (more?: ExternalToast): ExternalToast | undefined => {
  const { action } = more ?? {};
  const isUndo = typeof action === 'object' && action !== null && 'label' in action && action.label === 'Undo';
  if (!isUndo) return more;
  offered = true;
  return { id: UNDO, ...more };
};

/** Passing messages at the edge of the screen. */
export const toast = Object.assign((message: string, more?: ExternalToast) => later((show) => show(message, undoable(more))), {
  /** Something else is done now: what a message offered to take back is no longer the last. */
  passOn: () => {
    if (offered) later((show) => show.dismiss(UNDO));
    offered = false;
  },
  success: (message: string, more?: ExternalToast) => later((show) => show.success(message, more)),
  error: (message: string, more?: ExternalToast) => later((show) => show.error(message, more)),
});
