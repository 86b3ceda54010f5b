/**
 * Draws and records the film of the demo's course, once: npx tsx scripts/film.ts. A phrase as a line of notes that is
 * passed over from left to right, recorded by Chromium from a canvas.
 */
import { writeFileSync } from 'node:fs';
import { openBrowser } from '../tests/support/browser';

const SECONDS = 12;

const browser = await openBrowser();
const page = await browser.newPage();
// What tsx names functions by is not in the page.
await page.evaluate('globalThis.__name = (f) => f');
const base64 = await page.evaluate(async (seconds) => {
  const canvas = document.createElement('canvas');
  canvas.width = 640;
  canvas.height = 360;
  const pen = canvas.getContext('2d');
  if (!pen) throw new Error('no canvas');
  const notes = Array.from({ length: 22 }, (_, i) => {
    const second = i >= 11;
    const at = second ? 4.7 + (i - 11) * 0.29 : 0.5 + i * 0.25;
    return {
      at,
      lasts: 0.17,
      from: (second ? 120 : 150) + Math.sin(i * 1.3) * 34,
      to: (second ? 168 : 205) + Math.sin(i * 1.3) * 34,
    };
  });
  const x = (at: number): number => 40 + (at / 8.6) * 560;
  function draw(now: number): void {
    if (!pen) return;
    pen.fillStyle = '#1d3d3b';
    pen.fillRect(0, 0, 640, 360);
    pen.strokeStyle = '#2c5550';
    for (let y = 60; y < 330; y += 45) pen.strokeRect(40, y, 560, 0);
    for (const { at, lasts, from, to } of notes) {
      const sung = Math.min(1, Math.max(0, (now - at) / lasts));
      pen.lineWidth = 7;
      pen.lineCap = 'round';
      pen.strokeStyle = sung > 0 ? '#e9d9ae' : '#41645c';
      pen.beginPath();
      pen.moveTo(x(at), from);
      pen.lineTo(x(at + lasts), to);
      pen.stroke();
    }
    if (now > 3.4 && now < 4.7) {
      pen.fillStyle = '#d8a441';
      pen.font = '600 26px sans-serif';
      pen.fillText('pause', x(3.75), 290);
    }
    pen.fillStyle = '#d8a441';
    if (now < 8.6) pen.fillRect(x(now) - 1.5, 40, 3, 290);
  }
  draw(0);
  const recorder = new MediaRecorder(canvas.captureStream(25), {
    mimeType: 'video/webm;codecs=vp8',
    videoBitsPerSecond: 160_000,
  });
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const ended = new Promise((resolve) => (recorder.onstop = resolve));
  recorder.start();
  const began = performance.now();
  await new Promise<void>((resolve) => {
    const frame = (): void => {
      const now = (performance.now() - began) / 1_000;
      draw(now);
      if (now < seconds) setTimeout(frame, 40);
      else resolve();
    };
    frame();
  });
  recorder.stop();
  await ended;
  const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}, SECONDS);
await browser.close();
writeFileSync('demo/course/trill-pause-trill.webm', Buffer.from(base64, 'base64'));
