import { LabelJob as Job, type LabelJob, type LabelPaper } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { problemWords } from '../../access/problemWords.ts';
import { ask, askFile } from '../../api/client.ts';
import { downloadBlob } from '../../ui/download.ts';
import { toast } from '../../ui/toast.ts';

const PAUSE_MS = 250;

/** Under which name this browser keeps whether printing marks what is packed as handed over. */
export const HAND_OVER = 'labels-hand-over';
export function handsOver(): boolean {
  try {
    return localStorage.getItem(`ostrakon-${HAND_OVER}`) === 'yes';
  } catch {
    return false;
  }
}

/** Paper, or a picture of each label. */
export type LabelForm = LabelPaper | 'png';

/** Labels of consignments as a file to be printed, or as pictures. @returns whether there were any */
export async function printLabels(of: readonly number[], form: LabelForm): Promise<boolean> {
  try {
    const pdf = await askFile('POST /orders/labels/print', { body: { of: [...of], paper: form === 'png' ? 'label' : form } });
    if (form !== 'png') downloadBlob('labels.pdf', pdf);
    else {
      const { pagesAsPictures } = await import('./pagesAsPictures.ts');
      for (const [at, picture] of (await pagesAsPictures(pdf)).entries()) downloadBlob(`label-${at + 1}.png`, picture);
    }
    return true;
  } catch (failed) {
    toast.error(problemWords(failed));
    return false;
  }
}

/** Labels being bought: how far that is, calling it off, and trying what failed again. */
export function useLabels() {
  const client = useQueryClient();
  const [job, setJob] = useState<LabelJob | null>(null);
  const [of, setOf] = useState<readonly number[]>([]);
  const watched = useRef<string | null>(null);
  useEffect(
    () => () => {
      watched.current = null;
    },
    [],
  );
  const follow = async (begun: LabelJob) => {
    watched.current = begun.id;
    let now = begun;
    while (now.status === 'running' && watched.current === begun.id) {
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
      now = await ask('GET /orders/labels/:job', Job, { params: { job: begun.id } });
      if (watched.current === begun.id) setJob(now);
    }
    await client.invalidateQueries({ queryKey: ['desk'] });
    return now;
  };
  const buy = async (ids: readonly number[]): Promise<LabelJob | null> => {
    try {
      setOf(ids);
      const begun = await ask('POST /orders/labels', Job, { body: { of: [...ids] } });
      setJob(begun);
      return await follow(begun);
    } catch (failed) {
      toast.error(problemWords(failed));
      return null;
    }
  };
  const cancel = async () => {
    if (job) await ask('DELETE /orders/labels/:job', z.null(), { params: { job: job.id } }).catch(() => undefined);
  };
  const close = () => {
    watched.current = null;
    setJob(null);
  };
  return { job, of, buy, cancel, close, again: () => buy(of) };
}
