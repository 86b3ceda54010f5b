import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from '@jest/globals';
import { type ParsedMail, simpleParser } from 'mailparser';
import { Buyer } from '../../demo/clients';
import type { Counter } from '../../src/counter/createCounter';
import { until } from './counter';

/** The mail a shop in a folder has sent, the newest last; their files have names that say nothing of their order. */
export async function mailsIn(shopFolder: string): Promise<ParsedMail[]> {
  const folder = join(shopFolder, 'outside', 'mail');
  const files = readdirSync(folder).map((name) => join(folder, name));
  const byTime = files
    .map((file) => ({ file, at: statSync(file, { bigint: true }).mtimeNs }))
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  return Promise.all(byTime.map(({ file }) => simpleParser(readFileSync(file))));
}

/** The same for one address. */
export const mailsTo = async (shopFolder: string, address: string): Promise<ParsedMail[]> =>
  (await mailsIn(shopFolder)).filter((mail) => JSON.stringify(mail.to).includes(address));

/** The way in that the newest mail to an address holds; empty where there is none yet. */
export const wayInFor = async (shopFolder: string, address: string): Promise<string> =>
  /\/member\/enter\/\S+/.exec((await mailsTo(shopFolder, address)).at(-1)?.text ?? '')?.[0] ?? '';

/** Somebody on a device of theirs, signed in by the newest link they were sent. */
export async function signedInAt(
  shop: { folder: string; counter: { address: string } },
  who: { address: string },
): Promise<Buyer> {
  let enter = '';
  await until(async () => {
    enter = await wayInFor(shop.folder, who.address);
    return enter !== '';
  }, 'a link');
  const device = new Buyer(shop.counter.address);
  expect((await device.fetch(enter, { method: 'POST' })).status).toBe(303);
  return device;
}

/** Somebody on a device of theirs, signed in as by a letter, without waiting for one. */
export async function entered({ counter }: { counter: Counter }, address: string): Promise<Buyer> {
  const device = new Buyer(counter.address);
  const secret = await counter.context.doors.makeLink(counter.context.people.find(address)?.id ?? '', 60_000);
  expect((await device.fetch(`/member/enter/${secret}`, { method: 'POST' })).status).toBe(303);
  return device;
}
