import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Modal } from '../ui/Modal.tsx';
import { NextStepList } from './NextStepList.tsx';
import { useNextSteps } from './useNextSteps.ts';

/** Leads to what comes next, until all of it is done or put away. */
export function WhatNext() {
  const { steps, putAway } = useNextSteps();
  const [open, setOpen] = useState(false);
  if (steps.length === 0 && !open) return null;
  return (
    <>
      <Button look="quiet" className="h-6!" onClick={() => setOpen(true)}>
        What next ({steps.length})
      </Button>
      <Modal
        open={open}
        onOpenChange={setOpen}
        title="What next"
        about="In the order in which it is worth most. What is done goes by itself."
      >
        <NextStepList steps={steps} onPutAway={putAway} />
      </Modal>
    </>
  );
}
