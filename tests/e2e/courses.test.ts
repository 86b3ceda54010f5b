import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { axeFindings, complaintsOf, newPage } from '../support/browser';
import { openForAll } from '../support/openForAll';
import { publish } from '../support/studio';
import { tone } from '../support/tone';

// A course from nothing: made, sold, read on a phone, done, and its seller's changes after that.
const open = openForAll('start');
const PHONE = { viewport: { width: 390, height: 844 }, bypassCSP: true };
const CALL = { name: 'Trill.wav', mimeType: 'audio/wav', buffer: tone(2) };
const CAPTIONS = 'WEBVTT\n\n00:00.000 --> 00:02.000\nA trill, a pause, a trill.\n';

async function makeLesson(studio: Page, module: string, title: string): Promise<void> {
  await studio.getByRole('button', { name: `Add a lesson to ${module}` }).click();
  // Typed at once, before there is a field: no word of it becomes a command ("s" would search, "1" would leave).
  await studio.keyboard.type('s1ok?');
  expect(new URL(studio.url()).pathname).toMatch(/\/make\//);
  await studio.getByRole('region', { name: module }).getByRole('link', { name: 'Untitled' }).click();
  await studio.getByLabel('Title of the lesson').fill(title);
}

/** Buys on a phone, from the path's page to its thank-you page. */
async function buyOn(phone: Page, address: string, [name, mail]: [string, string], pays: string): Promise<void> {
  await phone.goto(`${open.served.base}/${address}`);
  await phone.getByRole('link', { name: 'Get it now' }).click();
  await phone.getByLabel('Email').fill(mail);
  await phone.getByLabel('Name', { exact: true }).fill(name);
  await phone.getByText('Sample cards for this test shop').click();
  await phone.getByRole('button', { name: 'Goes through', exact: true }).click();
  await phone.getByRole('button', { name: pays }).click();
  await phone.waitForURL('**/thanks');
}

/** Signs in by the link of a letter, which is on its way for a moment. */
async function signInBy(phone: Page, letter: RegExp): Promise<void> {
  const link = phone.getByRole('link', { name: letter });
  do await phone.goto(`${open.served.base}/standin/mail/`);
  while ((await link.count()) === 0);
  await link.first().click();
  await phone.getByRole('link', { name: /member\/enter/ }).click();
  await phone.getByRole('button', { name: 'Sign in' }).click();
}

test('a course is made, sold, read on a phone, answered and finished', async () => {
  // ---- the seller makes it: two modules, a week apart
  const studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 }, bypassCSP: true });
  const complaints = complaintsOf(studio);
  await studio.goto(open.served.studio);
  await studio.getByText('What will you sell first?').waitFor();
  await studio.getByRole('link', { name: 'A course of lessons' }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('Hearing Wrens');
  await studio.getByRole('button', { name: 'Start with a module' }).click();
  // After each addition the cursor is in the new thing.
  const cursorIn = (label: string) =>
    studio.waitForFunction((name) => document.activeElement?.getAttribute('aria-label') === name, label);
  await cursorIn('Title of module 1');
  await studio.keyboard.type('Week 1');
  await studio.getByRole('button', { name: 'Add a module' }).click();
  await cursorIn('Title of module 2');
  await studio.keyboard.type('Week 2');
  await studio.getByLabel('How the course unlocks', { exact: true }).selectOption('every');

  await makeLesson(studio, 'Week 1', 'Why wrens are loud');
  await studio.getByLabel('Who can read it').selectOption('sample');
  await studio.getByRole('button', { name: 'text', exact: true }).click();
  await cursorIn('Text 1');
  await studio.keyboard.type('A small bird with a large voice.');
  const add = studio.getByLabel('Add a picture, audio, video or file');
  await add.setInputFiles(CALL);
  await studio.getByLabel('Title of audio 2').fill('Trill, pause, trill');
  const captions = studio.getByLabel('Add captions to audio 2');
  await captions.setInputFiles({ name: 'trill.de.vtt', mimeType: 'text/vtt', buffer: Buffer.from('no captions') });
  await studio.getByText('its first line has to be WEBVTT', { exact: false }).waitFor();
  await captions.setInputFiles({ name: 'trill.de.vtt', mimeType: 'text/vtt', buffer: Buffer.from(CAPTIONS) });
  expect(await studio.getByLabel('Language of captions 1 of audio 2').inputValue()).toBe('de');
  expect(await axeFindings(studio)).toEqual([]);

  await studio.getByRole('link', { name: 'All of Hearing Wrens' }).click();
  await makeLesson(studio, 'Week 1', 'Five calls');
  await studio.getByRole('button', { name: 'Add questions at the end' }).click();
  await studio.getByText('Question 1 has no words.', { exact: true }).waitFor();
  await studio.getByLabel('Question 1', { exact: true }).fill('Which one has the pause?');
  await studio.getByLabel('Answer 1 to question 1', { exact: true }).fill('The trill');
  await studio.getByLabel('Answer 2 to question 1', { exact: true }).fill('The alarm');
  await studio.getByLabel('Explanation for question 1').fill('The pause is where the phrase turns.');
  await studio.getByLabel('Add a picture, audio, video or file').setInputFiles('demo/course/trill-pause-trill.webm');
  const still = { name: 'still.png', mimeType: 'image/png', buffer: await studio.screenshot() };
  await studio.getByLabel('Cover picture of video 1').setInputFiles(still);
  await studio.getByRole('button', { name: 'Remove the cover picture of video 1' }).waitFor();
  await studio.getByRole('link', { name: 'All of Hearing Wrens' }).click();
  // Many at once: a lesson for each file.
  await studio.getByLabel('Lessons for Week 2 from files').setInputFiles([
    { ...CALL, name: 'At night.wav' },
    { ...CALL, name: 'In the reeds.wav', buffer: tone(3) },
  ]);
  await studio.getByRole('link', { name: 'In the reeds' }).waitFor();
  // By keyboard over the edge of a module, and back.
  const grip = studio.getByRole('button', { name: 'Drag At night, or move it with the arrow keys' });
  await grip.focus();
  await studio.keyboard.press('ArrowUp');
  await studio.getByRole('region', { name: 'Week 1' }).getByRole('link', { name: 'At night' }).waitFor();
  await studio.getByLabel('Select At night').check();
  await studio.getByRole('button', { name: 'to Week 2', exact: true }).click();
  await studio.getByRole('region', { name: 'Week 2' }).getByRole('link', { name: 'At night' }).waitFor();
  // By pointer, above the other.
  const [from, to] = [await grip.boundingBox(), await studio.getByRole('link', { name: 'In the reeds' }).boundingBox()];
  if (!from || !to) throw new Error('Both stand in the outline');
  await studio.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await studio.mouse.down();
  await studio.mouse.move(from.x + 8, to.y + 4, { steps: 12 });
  await studio.mouse.up();
  const second = studio.getByRole('region', { name: 'Week 2' });
  await studio.waitForFunction(() =>
    /At night[^]*In the reeds/.test(document.querySelector('[aria-label="Week 2"]')?.textContent ?? ''),
  );
  expect(await second.getByRole('link').count()).toBe(2);
  // And back again, by keyboard.
  await grip.focus();
  await studio.keyboard.press('ArrowDown');
  await studio.waitForFunction(() =>
    /In the reeds[^]*At night/.test(document.querySelector('[aria-label="Week 2"]')?.textContent ?? ''),
  );
  // Rows glide to their places; they are looked at once they stand.
  await studio.mouse.move(4, 4);
  await studio.waitForFunction(() => document.getAnimations().every((a) => a.playState !== 'running'));
  // What somebody will have, before anybody has it.
  await studio.getByLabel('Joins on').fill('2026-06-15');
  const outcome = studio.getByRole('complementary');
  await outcome.getByText('22 June 2026', { exact: true }).waitFor();
  expect(await outcome.getByText('15 June 2026', { exact: true }).count()).toBe(1);
  expect(await axeFindings(studio)).toEqual([]);

  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('Hearing Wrens: amount in EUR').fill('64');
  await studio.getByText('€64.00').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “Hearing Wrens”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('hearing-wrens');
  await publish(studio);

  // ---- bought on a phone: it opens there at once, and is kept once its buyer is signed in
  const phone = await newPage(open.browser, PHONE);
  const phoneComplaints = complaintsOf(phone);
  await buyOn(phone, 'hearing-wrens', ['Tove Marsh', 'tove@example.org'], 'Pay €64.00 now');
  await phone.getByRole('link', { name: 'Start with the first lesson' }).click();
  await phone.getByText('Sign in with the link in your receipt', { exact: false }).waitFor();
  await signInBy(phone, /Your order: Hearing Wrens/);
  await phone.getByText('0 of 4 done').waitFor();
  expect(await axeFindings(phone)).toEqual([]);
  await phone.getByRole('link', { name: 'Start: Why wrens are loud' }).click();
  await phone.getByText('A small bird with a large voice.').waitFor();
  expect(await axeFindings(phone)).toEqual([]);
  // Nothing is wider than the phone.
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  // Typed before the page's script has come: it is kept all the same.
  await phone.route('**/*', async (route) => {
    if (route.request().resourceType() === 'script') await new Promise((resolve) => setTimeout(resolve, 1_500));
    await route.continue();
  });
  await phone.reload({ waitUntil: 'commit' });
  await phone.getByLabel('My notes').fill('1:12 the pause!');
  await phone.getByText('Saved', { exact: true }).waitFor();
  await phone.unroute('**/*');
  // Changed in the middle while the line is slow: said once, not twice.
  await phone.route('**/notes', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1_200));
    await route.continue();
  });
  const first = phone.waitForRequest((request) => (request.postData() ?? '').includes('"text":"1:12 pause!"'));
  await phone.getByLabel('My notes').fill('1:12 pause!');
  await first;
  const last = phone.waitForResponse((response) =>
    (response.request().postData() ?? '').includes('"text":"1:12 the pause!"'),
  );
  await phone.getByLabel('My notes').fill('1:12 the pause!');
  await last;
  await phone.getByText('Saved', { exact: true }).waitFor();
  await phone.unroute('**/notes');
  // The sound plays to its end, is asked for in parts, and its place is told.
  await phone.evaluate(() => document.querySelector('audio')?.play());
  await phone.waitForFunction(() => document.querySelector('audio')?.ended === true);

  // ---- the line drops: what was done is kept here, and sent once it is back
  await phone.context().setOffline(true);
  await phone.getByRole('button', { name: 'Done, on to Five calls' }).click();
  await phone.getByText('You’re offline.', { exact: false }).waitFor();
  const sent = phone.waitForResponse((response) => response.url().endsWith('/done') && response.ok());
  await phone.context().setOffline(false);
  await sent;
  await phone.reload();
  await phone.getByText('1 of 4 done').first().waitFor({ state: 'attached' });
  expect(await phone.getByLabel('My notes').inputValue()).toBe('1:12 the pause!');
  await phone.getByRole('link', { name: 'Next: Five calls' }).click();
  const poster = await phone.waitForFunction(() => document.querySelector('video')?.poster);
  expect((await phone.request.get(String(await poster.jsonValue()))).headers()['content-type']).toContain('image/');

  // ---- the questions: wrong, then right
  await phone.getByRole('button', { name: 'Answer', exact: true }).click();
  await phone.getByText('Please answer every question.').waitFor();
  await phone.getByLabel('The alarm').check();
  await phone.getByRole('button', { name: 'Answer', exact: true }).click();
  await phone.getByText('0 of 1 correct: not passed yet.', { exact: false }).waitFor();
  await phone.getByText('The pause is where the phrase turns.', { exact: false }).waitFor();
  await phone.getByRole('button', { name: 'Try again' }).click();
  await phone.getByLabel('The trill').check();
  await phone.getByRole('button', { name: 'Answer', exact: true }).click();
  await phone.getByText('Passed: 1 of 1 correct.').waitFor();

  // ---- a week has to go by for the rest; a stranger reads the sample and nothing else
  await phone.getByRole('link', { name: 'All lessons' }).click();
  await phone
    .getByText(/^unlocks /)
    .first()
    .waitFor();
  expect(await phone.getByRole('link', { name: 'At night' }).count()).toBe(0);
  const stranger = await newPage(open.browser, PHONE);
  const sample = phone.url().match(/course\/([\w-]+)\//)?.[1] ?? '';
  await stranger.goto(`${open.served.base}/-/course/${sample}`);
  await stranger.getByRole('link', { name: 'Why wrens are loud' }).click();
  await stranger.getByText('A free sample.', { exact: false }).waitFor();
  expect(await axeFindings(stranger)).toEqual([]);
  expect(await stranger.getByRole('link', { name: 'Five calls' }).count()).toBe(0);
  // By night too, as the device is set.
  await phone.emulateMedia({ colorScheme: 'dark' });
  await stranger.emulateMedia({ colorScheme: 'dark' });
  for (const page of [phone, stranger])
    await page.waitForFunction(() => document.documentElement.dataset['theme'] === 'night');
  expect([...(await axeFindings(stranger, 'colours')), ...(await axeFindings(phone, 'colours'))]).toEqual([]);

  // ---- the seller opens everything at once: what was done stays done
  await studio.getByRole('link', { name: 'Make', exact: true }).click();
  await studio.getByLabel('How the course unlocks', { exact: true }).selectOption('as-around');
  await studio.getByLabel('What members get when they finish').selectOption('certificate');
  await publish(studio);
  await phone.goto(`${open.served.base}/member/`);
  await phone.getByRole('link', { name: 'Continue: In the reeds' }).waitFor();
  expect(await axeFindings(phone, 'colours')).toEqual([]);
  await phone.getByRole('link', { name: 'Continue: In the reeds' }).click();
  await phone.getByRole('button', { name: /^Done, on to/ }).click();
  await phone.getByRole('heading', { name: 'At night' }).waitFor();
  await phone.getByRole('button', { name: 'Done', exact: true }).click();
  await phone.getByText('You have finished the course.').waitFor();
  await phone.goto(`${open.served.base}/member/course/${sample}`);
  const paper = await phone.getByRole('link', { name: 'Certificate (PDF)' }).getAttribute('href');
  const pdf = await phone.request.get(`${open.served.base}${paper ?? ''}`);
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);

  // ---- the seller sees who is where, and lets people of an older shop in from a list
  await studio.getByRole('complementary').getByRole('button', { name: 'Close' }).click();
  await studio.getByText('1 finished.', { exact: false }).waitFor();
  await studio.getByRole('link', { name: 'Deliver', exact: true }).click();
  await studio.getByRole('link', { name: 'All customers' }).click();
  await studio.getByText('Give someone access …').click();
  const list = 'E-mail;Name\r\nada@example.org;Ada Zoë\r\nnot an address;X\r\nADA@example.org;Ada\r\n';
  await studio
    .getByLabel('People from a CSV file')
    .setInputFiles({ name: 'old shop.csv', mimeType: 'text/csv', buffer: Buffer.from(list, 'latin1') });
  await studio.getByLabel('Reason (optional)').fill('the old shop');
  await studio.getByRole('button', { name: 'Preview', exact: true }).click();
  await studio.getByText('1 new customer, 1 twice in the list, 1 not possible.').waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('button', { name: 'Give access to 1 person' }).click();
  await studio.getByText('Gave access to 1 person.').waitFor();
  await studio.getByRole('link', { name: 'Search', exact: true }).click();
  await studio.getByLabel('Search everything').fill('Zoë');
  await studio.getByRole('link', { name: /Ada Zoë/ }).click();
  await studio.getByText('(the old shop)', { exact: false }).waitFor();
  await studio.getByText('Change or end access to Hearing Wrens …').click();
  await studio.getByRole('button', { name: 'Withdraw access to Hearing Wrens' }).click();
  await studio.getByText('withdrawn', { exact: false }).first().waitFor();
  expect([...complaints, ...phoneComplaints.filter((c) => !c.includes('ERR_INTERNET_DISCONNECTED'))]).toEqual([]);
});

test('a bundle of it and a file: made, bought once, each part opened by itself', async () => {
  const studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 }, bypassCSP: true });
  const complaints = complaintsOf(studio);
  await studio.goto(open.served.studio);
  await studio.getByRole('link', { name: 'Make', exact: true }).click();
  for (const [kind, title] of [
    ['Files to download', 'Wren cards'],
    ['A bundle of what you have', 'All about wrens'],
  ] as const) {
    await studio.getByRole('link', { name: 'New product …' }).click();
    await studio.getByRole('button', { name: kind }).click();
    await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
    await studio.keyboard.type(title);
    if (title === 'Wren cards')
      await studio
        .getByLabel('Add files')
        .setInputFiles({ name: 'Cards.txt', mimeType: 'text/plain', buffer: Buffer.from('six cards') });
  }
  const into = studio.getByLabel('Add a product to the bundle');
  await into.selectOption({ label: 'Wren cards' });
  await into.selectOption({ label: 'Hearing Wrens' });
  await studio.getByText('2 products').first().waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('All about wrens: amount in EUR').fill('70');
  await studio.getByText('€70.00').first().waitFor();
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “All about wrens”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('all-wrens');
  await publish(studio);

  const phone = await newPage(open.browser, PHONE);
  await buyOn(phone, 'all-wrens', ['Ilmar Sedge', 'ilmar@example.org'], 'Pay €70.00 now');
  await phone.getByRole('link', { name: 'Download Cards.txt' }).waitFor();
  await phone.getByRole('link', { name: 'Start with the first lesson' }).click();
  await phone.getByRole('link', { name: 'Why wrens are loud' }).click();
  await phone.getByText('A small bird with a large voice.').waitFor();
  expect(complaints).toEqual([]);
});

test('a membership with both in it and a post: made, joined on a phone; what is taken out closes and is said before', async () => {
  const studio = await newPage(open.browser, { viewport: { width: 1280, height: 800 }, bypassCSP: true });
  const complaints = complaintsOf(studio);
  await studio.goto(open.served.studio);
  await studio.getByRole('link', { name: 'Make', exact: true }).click();
  await studio.getByRole('link', { name: 'New product …' }).click();
  await studio.getByRole('button', { name: 'A membership' }).click();
  await studio.waitForFunction(() => document.activeElement?.getAttribute('aria-label') === 'Title');
  await studio.keyboard.type('The Hide');
  const into = studio.getByLabel('Add a product to the membership');
  await into.selectOption({ label: 'Wren cards' });
  await into.selectOption({ label: 'Hearing Wrens' });
  await studio.getByLabel('How the included products unlock').selectOption('every');
  await studio.getByLabel('How the included products unlock: days, weeks or months').selectOption('month');
  await studio.getByLabel('When Hearing Wrens unlocks', { exact: true }).selectOption('at-once');
  await studio.getByRole('button', { name: 'Write a post' }).click();
  await studio.getByLabel('Title of the post').fill('The door is open');
  await studio.getByRole('button', { name: 'text', exact: true }).click();
  await studio.getByRole('textbox', { name: 'Text 1' }).click();
  await studio.keyboard.type('Sit down, it is dry inside.');
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('link', { name: 'All of The Hide' }).click();
  await studio.getByText('2 products, one every month, 1 post').first().waitFor();
  await studio.getByRole('button', { name: 'Set a price' }).click();
  await studio.getByLabel('The Hide: how it is paid').selectOption('subscription');
  await studio.getByLabel('The Hide: amount in EUR').fill('9');
  await studio.getByText('€9.00').first().waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('link', { name: 'Sell', exact: true }).click();
  await studio.getByRole('button', { name: 'Make the page for “The Hide”' }).click();
  await studio.getByLabel('Address', { exact: true }).fill('the-hide');
  await publish(studio);

  const phone = await newPage(open.browser, PHONE);
  const phoneComplaints = complaintsOf(phone);
  await buyOn(phone, 'the-hide', ['Saskia Alder', 'saskia@example.org'], 'Pay €9.00 now');
  await phone.getByRole('link', { name: 'Open', exact: true }).click();
  await phone.getByRole('link', { name: 'The door is open' }).click();
  await phone.getByText('Sit down, it is dry inside.').waitFor();
  await signInBy(phone, /Your order: The Hide/);
  await phone.getByRole('link', { name: 'Open The Hide' }).click();
  await phone.getByRole('link', { name: 'Hearing Wrens' }).waitFor();
  expect(await axeFindings(phone)).toEqual([]);
  const file = (await phone.getByRole('link', { name: 'Cards.txt' }).getAttribute('href')) ?? '';
  expect((await phone.request.get(`${open.served.base}${file}`)).status()).toBe(200);
  await phone.getByRole('link', { name: 'The door is open' }).click();
  await phone.getByText('Sit down, it is dry inside.').waitFor();
  expect(await axeFindings(phone)).toEqual([]);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

  // Taken out it closes for her; the seller reads that before. A post is found by its title.
  await studio.getByRole('link', { name: 'Search', exact: true }).click();
  await studio.getByLabel('Search everything').fill('door is');
  await studio.getByRole('link', { name: 'The door is open' }).click();
  await studio.getByLabel('Title of the post').waitFor();
  await studio.getByRole('link', { name: /^The Hide/ }).click();
  await studio.getByRole('button', { name: 'Remove Wren cards' }).click();
  await studio.getByRole('button', { name: 'Publish 1 change' }).click();
  await studio.getByText('access closes for 1 member who can open it now', { exact: false }).waitFor();
  expect(await axeFindings(studio)).toEqual([]);
  await studio.getByRole('complementary').getByRole('button', { name: 'Publish 1 change' }).click();
  await studio.getByText('Published. Buyers see the changes now.').waitFor();
  expect((await phone.request.get(`${open.served.base}${file}`)).status()).toBe(403);
  expect([...complaints, ...phoneComplaints]).toEqual([]);
});
