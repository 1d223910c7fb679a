import type { DeliveryFacts } from '@ostrakon/core/contract';
import { Html, html } from './html.ts';
import { policyHtml } from './markdown.ts';
import type { PageText } from './pageText.ts';

/** Written into the page by its hash, so that nothing else is let in. */
export const STYLE = `:root{color-scheme:light dark;--ink:#14252a;--dim:#4a5d62;--page:#fff;--line:#c5d2d3;--mark:#0f6b6b}
@media (prefers-color-scheme:dark){:root{--ink:#edf4f4;--dim:#b3c4c7;--page:#10242a;--line:#36525a;--mark:#7fd3c8}}
body{margin:0;background:var(--page);color:var(--ink);font:1rem/1.5 "Source Sans 3","Segoe UI",system-ui,sans-serif}
article{max-width:46rem;margin:0 auto;padding:1.5rem 1rem 3rem}
h1{font-size:1.75rem;line-height:1.2;margin:0 0 .25rem}h2{font-size:1.25rem;margin:2rem 0 .5rem}h3{font-size:1rem;margin:1.25rem 0 .25rem}
ul{margin:.25rem 0;padding-left:1.25rem}p{margin:.25rem 0}.dim{color:var(--dim)}a{color:var(--mark);display:inline-block;min-height:1.5rem}
form{display:flex;flex-wrap:wrap;gap:.75rem;align-items:end;margin:1rem 0;padding:1rem;border:1px solid var(--line);border-radius:.375rem}
label{display:block;font-size:.875rem;color:var(--dim)}
input,select,button{font:inherit;color:inherit;background:var(--page);border:1px solid var(--dim);border-radius:.375rem;padding:.5rem .75rem;min-height:2.75rem;box-sizing:border-box;max-width:100%}
table{border-collapse:collapse}caption{text-align:left}th{text-align:left;font-weight:400;padding:.1rem 1.5rem .1rem 0}
:focus-visible{outline:3px solid var(--mark);outline-offset:2px}`;

/** Where the visitor says their address is. */
export interface Visitor {
  readonly country: string;
  readonly postalCode: string;
  /** What the form brings along besides. */
  readonly along: readonly (readonly [name: string, value: string])[];
}

function addressForm({ countries, language }: DeliveryFacts, { words }: PageText, visitor: Visitor, asked: boolean): Html {
  const names = new Intl.DisplayNames(language, { type: 'region' });
  const all = countries.map((code) => ({ code, name: names.of(code) ?? code })).sort((a, b) => a.name.localeCompare(b.name, language));
  const back = new URLSearchParams(Object.fromEntries(visitor.along));
  return html`<form method="get">${visitor.along.map(([name, value]) => html`<input type="hidden" name="${name}" value="${value}">`)}
<label>${words.country}<br><select name="country">${all.map(
    ({ code, name }) => html`<option value="${code}"${new Html(code === visitor.country ? ' selected' : '')}>${name}</option>`,
  )}</select></label>
<label>${words.postalCode}<br><input name="postalCode" maxlength="12" autocomplete="postal-code" value="${visitor.postalCode}"></label>
<button type="submit">${words.show}</button>
${asked ? html`<p><a href="?${back.toString()}">${words.all}</a></p>` : ''}</form>`;
}

const place = ({ heading, options, notes }: PageText['places'][number], alone: boolean): Html =>
  html`${alone ? html`<h3>${heading}</h3>` : html`<h2>${heading}</h2>`}
<ul>${options.map((option) => html`<li>${option}</li>`)}</ul>
${notes.map((note) => html`<p class="dim">${note}</p>`)}`;

const counter = ({ heading, about, hours }: PageText['counters'][number], { words }: PageText): Html =>
  html`<h3>${heading}</h3>
${about.map((line) => html`<p>${line}</p>`)}
<table><caption class="dim">${words.hours}</caption><tbody>${hours.map(
    ([day, open]) => html`<tr><th scope="row">${day}</th><td>${open}</td></tr>`,
  )}</tbody></table>`;

/** The page itself, to be embedded or copied: an article, with nothing around it. */
export function articleHtml(facts: DeliveryFacts, text: PageText, visitor: Visitor, asked: boolean): Html {
  const { title, since, places, counters, notAtAll, policy, mail, words } = text;
  return html`<article lang="${text.language}">
<h1>${title}</h1>
<p class="dim">${since}</p>
${addressForm(facts, text, visitor, asked)}
${asked ? html`<h2>${words.yours}</h2>` : ''}
${places.length === 0 ? html`<p>${words.notYours}</p>` : ''}
${places.map((one) => place(one, asked))}
${counters.length === 0 ? '' : html`<h2>${words.collect}</h2>${counters.map((one) => counter(one, text))}`}
${asked ? '' : html`<h2>${words.notAtAll}</h2>${notAtAll.map((line) => html`<p>${line}</p>`)}`}
${policy === undefined ? '' : html`<h2>${words.policy}</h2>${new Html(policyHtml(policy))}`}
${mail === undefined ? '' : html`<p>${words.write}: <a href="mailto:${mail}">${mail}</a></p>`}
</article>`;
}

/** The page as a document of its own, with what machines read of it. */
export const documentHtml = (article: Html, text: PageText, data: object): string =>
  html`<!DOCTYPE html>
<html lang="${text.language}">
<head>
<meta charset="UTF-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${text.title}</title>
<style>${new Html(STYLE)}</style>
<script type="application/ld+json">${new Html(JSON.stringify(data).replaceAll('<', '\\u003c'))}</script>
</head>
<body>
<main>
${article}
</main>
</body>
</html>
`.text;
