import { Suspense } from 'react';
import { later } from './later.ts';
import type { ModalProps } from './ModalFrame.tsx';

const ModalFrame = later(() => import('./ModalFrame.tsx'), 'ModalFrame');

/** A dialog over the page; its frame comes when the first one opens. */
export function Modal(props: ModalProps) {
  if (!props.open) return null;
  return (
    <Suspense>
      <ModalFrame {...props} />
    </Suspense>
  );
}
