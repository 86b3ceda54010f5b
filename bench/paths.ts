import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { layOutPath, PATH_SIZES } from '#core/drawing';
import { addStep, checkoutOf, type Path, pathProblems, type Supposed, whatIf } from '#core/paths';
import { sealContent } from '#core/release';
import { Buyer } from '../demo/clients';
import { CARD, openShop } from '../tests/support/counter';
import { pathContent } from '../tests/support/pathShop';
import { draftContent } from '../tests/support/release';

const ROUNDS = 300;
const STEPS = 40;
const PAGES = 60;

const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;

async function timed(times: number, act: (i: number) => unknown): Promise<number> {
  const all: number[] = [];
  for (let i = 0; i < times; i += 1) {
    const begun = performance.now();
    await act(i);
    all.push(performance.now() - begun);
  }
  return median(all);
}

/** What a view costs to be counted, what a path of many steps costs to be drawn, and an offer beside a checkout. */
export async function paths(): Promise<void> {
  await counting();
  await drawing();
  await publishing();
  await accepting();
}

async function counting(): Promise<void> {
  const shop = await openShop({ mode: 'test', content: pathContent({}) });
  const bare = createServer(
    express().get('/', (_req, res) => void res.type('text/css').set('Cache-Control', 'no-store').send('')),
  );
  await new Promise<void>((resolve) => bare.listen(0, '127.0.0.1', resolve));
  const empty = `http://127.0.0.1:${(bare.address() as AddressInfo).port}/`;
  const buyer = new Buyer(shop.counter.address);
  const marks: string[] = [];
  for (let i = 0; i < ROUNDS; i += 1) {
    const html = await (await buyer.fetch('/field-pack')).text();
    marks.push(/href="(\/-\/mark\/[^"]+)"/.exec(html)?.[1] ?? '');
  }
  // Taken by turns, so that a busy moment of the machine falls on both.
  const [ours, theirs]: [number[], number[]] = [[], []];
  for (const mark of marks) {
    ours.push(await timed(1, async () => (await buyer.fetch(mark)).text()));
    theirs.push(await timed(1, async () => (await fetch(empty)).text()));
  }
  bare.close();
  await shop.close();
  const [mine, other] = [median(ours), median(theirs)];
  process.stdout.write(
    `A view counted by its mark: ${mine.toFixed(2)} ms. An empty Express route: ${other.toFixed(2)} ms. Ratio ${(mine / other).toFixed(2)}.\n`,
  );
}

function longPath(): Path {
  const [path] = draftContent().paths;
  if (!path) throw new Error('no path');
  let long = path;
  for (let n = long.steps.length; n < STEPS; n += 1)
    long = addStep(
      long,
      { id: `s${n}`, kind: 'offer', pageId: `p${n}` },
      { after: checkoutOf(long)?.id ?? '', by: 'next' },
    );
  return long;
}

async function drawing(): Promise<void> {
  const path = longPath();
  const each: Supposed = { share: 0.4, money: 1_000, extras: [] };
  const layout = await timed(ROUNDS, () => layOutPath(path, { ...PATH_SIZES, width: 700 }));
  const problems = await timed(ROUNDS, () => pathProblems(path, () => true));
  const brought = await timed(ROUNDS, () => whatIf(path, () => each));
  process.stdout.write(
    `A path of ${STEPS} steps: laid out in ${layout.toFixed(2)} ms, its problems in ${problems.toFixed(2)} ms, what a visitor brings in ${brought.toFixed(2)} ms; a frame lasts 16.\n`,
  );
}

async function publishing(): Promise<void> {
  const shop = await openShop({ mode: 'test' });
  const draft = draftContent();
  const [path] = draft.paths;
  const page = draft.pages.find((p) => p.id === path?.steps[0]?.pageId);
  if (!path || !page) throw new Error('no page');
  let long = path;
  for (let n = draft.pages.length; n < PAGES; n += 1) {
    draft.pages.push({ ...structuredClone(page), id: `p${n}` });
    long = addStep(long, { id: `s${n}`, kind: 'page', pageId: `p${n}` }, { after: long.start, by: 'next' });
  }
  draft.paths[0] = long;
  const content = sealContent(draft);
  const begun = performance.now();
  const published = await shop.owner.publish(1, content);
  const took = performance.now() - begun;
  await shop.close();
  if (published.status !== 201) throw new Error(published.body.title);
  process.stdout.write(`${draft.pages.length} pages published in ${took.toFixed(0)} ms.\n`);
}

async function accepting(): Promise<void> {
  const shop = await openShop({ mode: 'test', content: pathContent({ offers: [{ kind: 'once', amount: '7' }] }) });
  const [plain, offered]: [number[], number[]] = [[], []];
  for (let i = 0; i < 40; i += 1) {
    const buyer = new Buyer(shop.counter.address);
    const page = await buyer.openCheckout('field-pack');
    let next = '';
    plain.push(
      await timed(1, async () => {
        const paid = await buyer.pay(page, { name: 'B', address: `b${i}@example.org` }, CARD.good);
        next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
      }),
    );
    const offer = await buyer.openOffer(next);
    offered.push(await timed(1, () => buyer.accept(offer)));
  }
  await shop.close();
  const [one, other] = [median(offered), median(plain)];
  process.stdout.write(
    `An offer accepted: ${one.toFixed(1)} ms; a checkout paid: ${other.toFixed(1)} ms. Ratio ${(one / other).toFixed(2)}.\n`,
  );
}
