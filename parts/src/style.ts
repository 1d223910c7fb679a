/** A sheet each part adopts: no style element and no attribute, so that the strictest policy of a page lets it be. */
export const sheet = (): CSSStyleSheet => {
  const made = new CSSStyleSheet();
  made.replaceSync(`
:host{display:block;font:inherit;color:var(--ostrakon-ink,inherit);--line:var(--ostrakon-line,#8a8a8a);--mark:var(--ostrakon-mark,#0b5f5f);--dim:var(--ostrakon-dim,inherit)}
:host([hidden]){display:none}
fieldset{border:0;margin:0;padding:0;min-width:0}legend{padding:0;font-weight:600}
label{display:grid;grid-template-columns:auto 1fr auto;gap:0 .75rem;padding:.6rem .25rem;border-top:1px solid var(--line);cursor:pointer}
input[type=radio]{inline-size:1.25rem;block-size:1.25rem;margin:.15rem 0 0;accent-color:var(--mark)}
b{font-weight:600}small{display:block;font-size:.875em;color:var(--dim)}.days{color:var(--mark);font-weight:600}
.price{font-weight:600;font-variant-numeric:tabular-nums;text-align:end}
ul{list-style:none;margin:.5rem 0 0;padding:0}p{margin:.25rem 0}
progress{inline-size:100%;block-size:.5rem;accent-color:var(--mark)}
button,input[type=text]{font:inherit;min-block-size:2.75rem;padding:.25rem .75rem;border:1px solid var(--line);border-radius:var(--ostrakon-radius,6px);background:transparent;color:inherit}
table{border-collapse:collapse}th{text-align:start;font-weight:400;padding:.1rem 1.25rem .1rem 0}
:focus-visible{outline:3px solid var(--mark);outline-offset:2px}`);
  return made;
};
