import type { ExternalToast } from 'sonner';
import { loadPart } from './later.ts';

type Show = (sonner: typeof import('sonner').toast) => void;

/** The package comes with the first message, not with the page. */
const later = (show: Show) => void loadPart(() => import('sonner')).then((sonner) => show(sonner.toast));

/** Passing messages at the edge of the screen. */
export const toast = Object.assign((message: string, more?: ExternalToast) => later((show) => show(message, more)), {
  success: (message: string, more?: ExternalToast) => later((show) => show.success(message, more)),
  error: (message: string, more?: ExternalToast) => later((show) => show.error(message, more)),
});
