import type { APIRequestContext, Page } from '@playwright/test';
import { type BookFile, starterBook } from '../../src/core/book/index.ts';
import { starterNames } from '../../src/words/index.ts';
import { expect } from './application.ts';

/** A cell of the check's table, by its row and channel. */
export const cell = (page: Page, row: string, channel: string) =>
  page.getByRole('row', { name: new RegExp(`^${row}`) }).getByRole('button', { name: new RegExp(channel) });

/**
 * Follows an address as a link within the page does: nothing is loaded anew. The page left stays until the next is
 * drawn, and its buttons with it: so the title is waited for, which comes with the page.
 */
export async function follow(page: Page, address: string) {
  const [left, title] = [new URL(page.url()).pathname, await page.title()];
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, `/${address}`);
  await expect(page).toHaveURL(new RegExp(`/${address.replace(/[?*+.]/g, '\\$&')}`));
  if (new URL(page.url()).pathname !== left) await expect(page).not.toHaveTitle(title);
}

/** Saves all changes, with a note. */
export async function save(page: Page, note: string) {
  await page.keyboard.press('Control+s');
  await page.getByPlaceholder('What for?').fill(note);
  await page.getByRole('button', { name: /^Save \d+ change/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** Opens a menu by keyboard and takes an entry by its first letters. */
export async function add(page: Page, entry: string, menu = 'Add to the sentence') {
  await page.getByRole('button', { name: menu, exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type(entry);
  await page.keyboard.press('Enter');
}

/** Types into a part of a sentence, by keyboard. */
export async function typed(page: Page, label: string, text: string) {
  await page.getByLabel(label, { exact: true }).focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
}

/** A local time in a sentence, by its label. */
export const time = (page: Page, label: string) => page.getByRole('group', { name: label, exact: true });

/** Types a local time such as 2026-11-20 00:00 into its part, by keyboard; days stand first in the demo's market. */
export async function timed(page: Page, label: string, local: string) {
  const [year, month, day, hour, minute] = local.split(/\D/);
  const none = page.getByRole('button', { name: label, exact: true });
  const first = time(page, label).getByRole('spinbutton').first();
  await expect(none.or(first)).toBeVisible();
  if (await none.isVisible()) {
    await none.focus();
    await page.keyboard.press('Enter');
  } else await first.focus();
  await expect(first).toBeFocused();
  await page.keyboard.type(`${day}${month}${year}${hour}${minute}`);
}

/** Checks again, and waits until that check, and no earlier one, has ended well. */
export async function checkAgain(page: Page) {
  const { origin } = new URL(page.url());
  await page.goto(`${origin}/check`);
  await expect(page.getByText(/baskets stand for all/)).toBeVisible();
  const begun = page.waitForResponse((one) => /\/api\/checks$/.test(one.url()) && one.request().method() === 'POST');
  await page.getByRole('button', { name: /^Check/ }).click();
  const { id } = await (await begun).json();
  const state = async () => (await (await page.request.get(`${origin}/api/checks/${id}`)).json()).state;
  await expect.poll(state, { timeout: 120_000 }).toBe('done');
  await expect(page.getByRole('button', { name: 'Check again' })).toBeVisible();
}

/** Sends to the channel whose page stands open, and waits until it has taken that, and no earlier one. */
export async function sendHere(page: Page) {
  const { origin } = new URL(page.url());
  const begun = page.waitForResponse((one) => /\/sends$/.test(one.url()) && one.request().method() === 'POST');
  await page.getByRole('button', { name: /^Send \d+ templates?/ }).click();
  const { id, channel, revision } = await (await begun).json();
  const state = async () => {
    const { lastSend } = await (await page.request.get(`${origin}/api/channels/${channel}`)).json();
    return [lastSend.id, lastSend.state];
  };
  await expect.poll(state, { timeout: 60_000 }).toEqual([id, 'accepted']);
  await expect(page.getByRole('status')).toContainText(`Revision ${revision} was sent`);
}

/** Puts in place of the book that of an Irish seller, in euros, who has some goods and no more. */
export async function beginsWith(request: APIRequestContext, address: string, goods: BookFile['goods']): Promise<void> {
  const seller = { country: 'IE', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' };
  const data = { ...starterBook(seller, starterNames), goods };
  expect((await request.put(`${address}/api/book/file`, { data })).status()).toBe(201);
}
