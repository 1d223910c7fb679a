import { useState } from 'react';
import { useFront } from '../FrontProvider.tsx';

/** Codes the buyer has; whether they are worth something is seen by the prices. */
export function Coupons() {
  const { basket, words, change } = useFront();
  const [open, setOpen] = useState(false);
  const [code, setCode] = useState('');
  const add = () => {
    const typed = code.trim();
    if (typed === '') return;
    change((held) => ({ ...held, coupons: [...new Set([...held.coupons, typed])] }));
    setCode('');
    setOpen(false);
  };
  return (
    <div className="space-y-2">
      {basket.coupons.map((held) => (
        <p key={held} className="flex items-center justify-between gap-2">
          <span className="font-semibold">{held}</span>
          <button
            type="button"
            className="link"
            onClick={() => change((all) => ({ ...all, coupons: all.coupons.filter((one) => one !== held) }))}
          >
            {words.couponRemove(held)}
          </button>
        </p>
      ))}
      {open ? (
        <div className="flex gap-2">
          <label className="min-w-0 flex-1">
            <span className="sr-only">{words.coupon}</span>
            <input
              className="field"
              // biome-ignore lint/a11y/noAutofocus: the field was just asked for
              autoFocus
              value={code}
              onChange={(event) => setCode(event.target.value)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter') return;
                event.preventDefault();
                add();
              }}
            />
          </label>
          <button type="button" className="quiet" onClick={add}>
            {words.couponAdd}
          </button>
        </div>
      ) : (
        <button type="button" className="link" onClick={() => setOpen(true)}>
          {words.coupon}
        </button>
      )}
    </div>
  );
}
