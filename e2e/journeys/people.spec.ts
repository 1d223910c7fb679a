import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import jsqr from 'jsqr';
import { Secret, TOTP } from 'otpauth';
import { PNG } from 'pngjs';
import { root } from '../places.ts';
import { axeFaults, expect, saved, test, tooWide } from '../shop.ts';
import { startServer, stop } from '../startServer.ts';

const PASSWORD = 'kiln glaze wheel stone';
const OTHER = 'harbour lantern oak drift';
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true });

async function signIn(page: Page, name: string, password: string): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await field(page, 'Your name').fill(name);
  await field(page, 'Password').fill(password);
  await button(page, 'Sign in').click();
}

async function becomeOwner(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/shop/people`);
  await field(page, 'Your name').fill('Nell');
  await field(page, 'Password').fill(PASSWORD);
  await button(page, 'Become the owner').click();
  await expect(page.getByRole('banner').getByRole('button', { name: 'Signed in: Nell, owner' })).toBeVisible();
}

/** Invites somebody and returns the address for them. */
async function invite(page: Page, name: string, role: string): Promise<string> {
  await button(page, 'Invite somebody').click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name they sign in with').fill(name);
  await dialog.getByRole('radio', { name: role }).check();
  await dialog.getByRole('button', { name: 'Invite', exact: true }).click();
  const address = await dialog.getByRole('textbox', { name: `Address for ${name}` }).inputValue();
  await dialog.getByRole('button', { name: 'Done' }).click();
  return address;
}

async function signOut(page: Page): Promise<void> {
  await page
    .getByRole('banner')
    .getByRole('button', { name: /^Signed in: / })
    .click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
}

test('a shop opened to others is refused without an owner, then set up from the command line', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'ostrakon-open-'));
  const env = {
    ...process.env,
    PORT: '0',
    HOST: '127.0.0.1',
    OSTRAKON_HOSTS: 'desk.example.org',
    OSTRAKON_DATA: folder,
    LOG_LEVEL: 'error',
  };
  const refused = spawnSync(process.execPath, [join(root, 'server/dist/main.js')], { env, encoding: 'utf8' });
  expect(refused.status).toBe(1);
  const command = /npx ostrakon (person add) "([^"]+)"/.exec(refused.stderr);
  const said = execFileSync(
    process.execPath,
    [join(root, 'cli/bin/ostrakon.js'), ...String(command?.[1]).split(' '), 'Nell', '--data', folder],
    {
      encoding: 'utf8',
    },
  );
  const path = /\/join#\S+/.exec(said)?.[0];
  const server = await startServer(folder, '', 'http://127.0.0.1:9', { OSTRAKON_HOSTS: 'desk.example.org' });
  try {
    await page.goto(server.url + path);
    await expect(page.getByRole('heading', { name: 'Welcome, Nell' })).toBeVisible();
    expect(await axeFaults(page)).toEqual([]);
    await page.setViewportSize({ width: 360, height: 700 });
    expect(await tooWide(page)).toEqual([]);
    await page.setViewportSize({ width: 1280, height: 800 });
    await field(page, 'New password').fill('password123');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^This password would be guessed\./)).toBeVisible();
    await field(page, 'New password').fill(PASSWORD);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('banner').getByRole('button', { name: 'Signed in: Nell, owner' })).toBeVisible();
    await page.goto(server.url + path);
    await expect(page.getByRole('heading', { name: 'This address leads nowhere' })).toBeVisible();
  } finally {
    stop(server);
    rmSync(folder, { recursive: true, force: true });
  }
});

test('an owner signs in with a second factor read from its picture, is slowed after wrong tries, and out everywhere', async ({
  page,
  shop,
}) => {
  await becomeOwner(page, shop.url);
  expect(await axeFaults(page, 'main')).toEqual([]);
  await page.goto(`${shop.url}/account`);
  await field(page, 'Your password, once more').fill(PASSWORD);
  await button(page, 'Begin').click();
  const picture = page.getByRole('img', { name: /For the camera of your app/ });
  await expect(picture).toBeVisible();
  // Decoded by another package than the one that drew it.
  const { data, width, height } = PNG.sync.read(await picture.screenshot());
  const address = new URL(jsqr.default(new Uint8ClampedArray(data), width, height)?.data ?? '');
  expect(address.searchParams.get('secret')).toBe(await field(page, 'Key').inputValue());
  const app = new TOTP({ secret: Secret.fromBase32(address.searchParams.get('secret') ?? '') });
  await field(page, 'Code your app shows').fill('123');
  await button(page, 'Confirm').click();
  await expect(page.getByText('This is not the code your app shows now.')).toBeVisible();
  await field(page, 'Code your app shows').fill(app.generate());
  await button(page, 'Confirm').click();
  await expect(button(page, 'I have kept them')).toBeVisible();
  const codes = await page.getByRole('list').filter({ hasText: '-' }).getByRole('listitem').allTextContents();
  expect(codes).toHaveLength(10);
  await button(page, 'I have kept them').click();
  await expect(page.getByText(/10 of your recovery codes are left/)).toBeVisible();
  expect(await axeFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.setViewportSize({ width: 360, height: 700 });
  expect(await tooWide(page)).toEqual([]);
  expect(await axeFaults(page)).toEqual([]);
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto(shop.url);
  await signOut(page);
  await signIn(page, 'nell', 'not this one');
  await expect(page.getByText('Name or password is wrong.')).toBeVisible();
  await field(page, 'Password').fill(PASSWORD);
  await button(page, 'Sign in').click();
  await expect(field(page, 'Code of your second factor')).toBeVisible();
  expect(await axeFaults(page)).toEqual([]);
  await field(page, 'Code of your second factor').fill(String(codes[0]));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('banner').getByRole('button', { name: 'Signed in: Nell, owner' })).toBeVisible();

  // Somebody else guesses.
  const stranger = await page.context().browser()?.newContext();
  const theirs = await (stranger as NonNullable<typeof stranger>).newPage();
  await theirs.goto(shop.url);
  for (let at = 0; at < 5; at += 1) {
    await signIn(theirs, 'Nell', `guess ${at}`);
    await expect(theirs.getByRole('alert')).toBeVisible();
    await expect(theirs.getByRole('button', { name: 'Sign in' })).toBeEnabled();
  }
  await signIn(theirs, 'Nell', PASSWORD);
  await expect(theirs.getByText(/^Too many wrong passwords\. Try again in \d+ minutes\.$/)).toBeVisible();
  await stranger?.close();

  await page.goto(`${shop.url}/account`);
  await button(page, 'Sign out everywhere').click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('each does what they may: a keeper changes but does not publish, a reader looks, a packer sees no prices', async ({ page, shop }) => {
  await becomeOwner(page, shop.url);
  const browser = page.context().browser();
  const enter = async (name: string, role: string) => {
    const address = await invite(page, name, role);
    const context = await (browser as NonNullable<typeof browser>).newContext({ locale: 'en-CA' });
    const theirs = await context.newPage();
    await theirs.goto(address);
    await field(theirs, 'New password').fill(OTHER);
    await button(theirs, 'Choose it and go in').click();
    await expect(theirs).toHaveURL(/\/(book|orders)?$/);
    return theirs;
  };
  const keeper = await enter('Ada', 'Keeper');
  await expect(keeper.getByRole('banner').getByRole('button', { name: 'Signed in: Ada, keeper' })).toBeVisible();
  await keeper.goto(`${shop.url}/shop`);
  await keeper.getByLabel('Name of the shop').fill('Kiln and Glaze');
  await keeper.keyboard.press('Tab');
  await saved(keeper);
  await keeper.goto(`${shop.url}/publish`);
  await expect(keeper.getByText('You may change drafts, not publish.')).toBeVisible();
  await expect(keeper.getByRole('button', { name: /^Publish edition/ })).toBeDisabled();
  await keeper.goto(`${shop.url}/shop/people`);
  await expect(keeper.getByText('This is for owners only.')).toBeVisible();

  // Ada has forgotten theirs: an owner makes an address, the old password and the old sessions are of no use.
  await page.reload();
  await button(page, 'Let Ada choose another password').click();
  const reset = page.getByRole('dialog', { name: 'An address for Ada' });
  const address = await reset.getByRole('textbox', { name: 'Address for Ada' }).inputValue();
  await reset.getByRole('button', { name: 'Close' }).click();
  await keeper.goto(address);
  await expect(keeper.getByRole('heading', { name: 'Choose another password, Ada' })).toBeVisible();
  await field(keeper, 'New password').fill('thimble orchard rain fold');
  await button(keeper, 'Choose it and go in').click();
  await expect(keeper).toHaveURL(/\/(book)?$/);
  await expect(keeper.getByRole('banner').getByRole('button', { name: 'Signed in: Ada, keeper' })).toBeVisible();
  await signOut(keeper);
  await signIn(keeper, 'Ada', OTHER);
  await expect(keeper.getByText('Name or password is wrong.')).toBeVisible();
  await keeper.context().close();

  const reader = await enter('Rae', 'Reader');
  await reader.goto(`${shop.url}/shop`);
  await reader.getByLabel('Name of the shop').fill('Mine');
  await reader.keyboard.press('Tab');
  await expect(reader.getByText(/You may look, not change anything/)).toBeVisible();
  await expect(reader.getByLabel('Name of the shop')).toHaveValue('Kiln and Glaze');
  await reader.context().close();

  const packer = await enter('Pip', 'Packer');
  await expect(packer.getByRole('heading', { name: 'Orders' })).toBeVisible();
  await expect(packer.getByText('Nothing has to leave today.')).toBeVisible();
  await packer.goto(`${shop.url}/book`);
  await expect(packer).toHaveURL(/\/orders$/);
  await expect(packer.getByRole('link', { name: 'Rate book' })).toBeHidden();
  await packer.getByRole('link', { name: 'Your account' }).click();
  await expect(packer.getByRole('heading', { name: 'Pip' })).toBeVisible();

  // Let in no more: out at once, and the list says who it was.
  await button(page, 'Let Pip in no more').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Let in no more' }).click();
  await expect(button(page, 'Let Pip in no more')).toBeHidden();
  await packer.goto(shop.url);
  await expect(packer.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.goto(`${shop.url}/shop/activity`);
  expect(await axeFaults(page, 'main')).toEqual([]);
  await page.getByLabel('Search names and what it was about').fill('pip');
  const rows = page.getByRole('main').getByRole('row');
  await expect(rows).toHaveText([/When/, /Nelllet somebody in no more Pip/, /Pipchose their first password/, /Nellinvited Pip, packer/]);
  await page.getByLabel('What kind').selectOption('People');
  const download = page.waitForEvent('download');
  await button(page, 'Export as CSV').click();
  expect((await download).suggestedFilename()).toBe('who-did-what.csv');
});

test('a session that ends while somebody works asks for the password over the page, and nothing is lost', async ({ page, shop }) => {
  await becomeOwner(page, shop.url);
  await page.goto(`${shop.url}/shop`);
  await expect(page.getByLabel('Name of the shop')).toBeVisible();
  const { sessions } = await (await page.request.get(`${shop.url}/api/sessions`)).json();
  await page.request.delete(`${shop.url}/api/sessions/${sessions[0].id}`);
  await page.getByLabel('Name of the shop').fill('Kiln and Glaze');
  await page.keyboard.press('Tab');
  const dialog = page.getByRole('dialog', { name: 'Sign in again' });
  await expect(dialog).toBeVisible();
  expect(await axeFaults(page, '[role=dialog]')).toEqual([]);
  await expect(dialog.getByLabel('Your name')).toHaveValue('Nell');
  await dialog.getByRole('textbox', { name: 'Password', exact: true }).fill(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  await saved(page);
  expect((await (await page.request.get(`${shop.url}/api/draft`)).json()).book.shop.name).toBe('Kiln and Glaze');
});
