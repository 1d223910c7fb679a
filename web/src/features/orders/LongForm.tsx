import { minorTyped, parseMoney } from '@ostrakon/core';
import { useState } from 'react';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { typedProblemWords } from '../../words/typedProblem.ts';
import { useDesk } from './Desk.tsx';

/** From which value of goods customs want the longer form. */
export function LongForm({ value, onChange }: { value: number | null; onChange: (value: number | null) => void }) {
  const { facts } = useDesk();
  const [typed, setTyped] = useState(value === null ? '' : minorTyped(value, facts.currency, facts.locale));
  const [fault, setFault] = useState<string>();
  const type = (text: string) => {
    setTyped(text);
    const read = text.trim() === '' ? null : parseMoney(text, facts.currency, facts.locale);
    setFault(read && !read.ok ? typedProblemWords(read.problem) : undefined);
    if (read === null) onChange(null);
    else if (read.ok && read.value > 0) onChange(read.value);
  };
  return (
    <div>
      <LabelledInput label="CN 23 in place of CN 22 for goods worth from" value={typed} fault={fault} onType={type} hint="always CN 22" />
      <p className="text-sm text-ash">
        The longer form is for goods worth more than 300 special drawing rights. Your post says what that is in your money.
      </p>
    </div>
  );
}
