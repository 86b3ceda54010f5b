import { readFileSync } from 'node:fs';
import { openBrowser } from '../tests/support/browser';
const studioUrl = /owner:\s+(\S+)/.exec(readFileSync('/tmp/demo.log', 'utf8'))?.[1] ?? '';
const browser = await openBrowser();
const ctx = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const studio = await ctx.newPage();
await studio.goto(studioUrl);
await studio.getByText('Shop online').waitFor();
await studio.getByRole('link', { name: 'Make', exact: true }).click();
await studio.getByRole('link', { name: /Hearing Wrens/ }).click();
await studio.waitForTimeout(1500);
await studio.screenshot({ path: '/tmp/a1.png' });
await studio.locator('.lesson-row').getByRole('link', { name: 'Trill, pause, trill', exact: true }).click();
await studio.waitForTimeout(1500);
await studio.screenshot({ path: '/tmp/a2.png' });
// a member
const api = await studio.evaluate(async () =>
  ((await (await fetch('/standin/mail/')).text()).match(/<li>.*?<\/li>/g) ?? [])
    .filter((x) => x.includes('Hearing Wrens'))
    .slice(0, 3),
);
console.log(api.join('\n').slice(0, 600));
const member = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await member.request.post('http://127.0.0.1:4321/member/api/ask', {
  data: { address: 'agnes.fenner@example.org' },
  headers: { origin: 'http://127.0.0.1:4321' },
});
await member.waitForTimeout(800);
await member.goto('http://127.0.0.1:4321/standin/mail/');
await member.locator('li a').first().click();
const href = await member.getByRole('link', { name: /member\/enter/ }).getAttribute('href');
await member.goto(href ?? '');
await member.getByRole('button', { name: 'Sign in' }).click();
await member.waitForTimeout(800);
await member.screenshot({ path: '/tmp/a3.png' });
await member.getByRole('link', { name: 'All lessons' }).click();
await member.waitForTimeout(500);
await member.screenshot({ path: '/tmp/a4.png' });
await member.getByRole('link', { name: 'Trill, pause, trill', exact: true }).first().click();
await member.waitForTimeout(1200);
await member.screenshot({ path: '/tmp/a5.png' });
await browser.close();
