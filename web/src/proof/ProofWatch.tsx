import { useLookingAtDraft } from './useProof.ts';

/** Looks at the draft after every edit; shows nothing. */
export function ProofWatch() {
  useLookingAtDraft();
  return null;
}
