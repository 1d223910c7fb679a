import { readFileSync } from 'node:fs';
import * as core from '@ostrakon/core';
import { expect, test } from '@playwright/test';
import { coreBundle, seedFile } from '../places.ts';

type Core = typeof core;

/** Quotes of every trial on the live edition and the draft, and of carts on and beside many bounds, as text. */
function everyQuote({ compile, quote, resolveCart, applyCommand, canonicalJson }: Core, seed: string): string {
  const { live, draftCommands, products, trials } = JSON.parse(seed);
  const goods = new Map(products.map((product: { id: string }) => [product.id, product])) as Parameters<Core['resolveCart']>[1];
  const books = [live, draftCommands.reduce(applyCommand, live)];
  const grams = [1, 99, 100, 101, 249.9999, 250, 500, 1999.999, 2000, 2000.001, 2199, 2200, 9999, 10_000, 10_001, 30_000, 41_000];
  const carts = grams.flatMap((weight) =>
    ['CA-NS', 'CA-YT', 'US-AK'].map((subdivision) => ({
      lines: [
        { quantity: 3, unitPrice: 1999, weight: '0.1 lb', delivered: true },
        { quantity: 1, unitPrice: 6003, weight: `${weight} g`, delivered: true },
      ],
      discounts: [
        { kind: 'percent' as const, basisPoints: 1250 },
        { kind: 'amount' as const, amount: 333 },
      ],
      destination: { country: subdivision.slice(0, 2), subdivision },
    })),
  );
  const requests = [...trials.map((trial: { cart: Parameters<Core['resolveCart']>[0] }) => trial.cart), ...carts].map((cart) =>
    resolveCart(cart, goods),
  );
  const answers = books.flatMap((book) => requests.map((resolved) => resolved.ok && quote(compile(book), resolved.request)));
  return JSON.stringify(answers) + canonicalJson(answers);
}

test('the same quotes in Node and in the browser, to the byte', async ({ page }) => {
  const seed = readFileSync(seedFile, 'utf8');
  await page.goto('about:blank');
  await page.addScriptTag({ path: coreBundle });
  const inBrowser = await page.evaluate(`(${everyQuote.toString()})(OstrakonCore, ${JSON.stringify(seed)})`);
  const inNode = everyQuote(core, seed);
  expect(inNode.length).toBeGreaterThan(50_000);
  expect(inBrowser === inNode).toBe(true);
});
