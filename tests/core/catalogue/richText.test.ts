import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { cleanRich, plainFromRich, RichText } from '#core/catalogue';
import { Rich } from '../../../src/ui/Rich';

const html = (doc: RichText): string => renderToStaticMarkup(createElement(Rich, { text: doc }));
const text = (words: string, ...marks: unknown[]): unknown => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks } : {}),
});
const doc = (...content: unknown[]): unknown => ({ type: 'doc', content });
const paragraph = (...content: unknown[]): unknown => ({ type: 'paragraph', content });

describe('formatted text', () => {
  test('what an editor holds is kept; what it may not hold becomes plain words', () => {
    const pasted = doc(
      { type: 'heading', attrs: { level: 1 }, content: [text('Head')] },
      paragraph(text('Bold', { type: 'bold' }), { type: 'hardBreak' }, text('code', { type: 'code' })),
      { type: 'blockquote', content: [paragraph(text('Quoted'))] },
      {
        type: 'bulletList',
        content: [
          {
            type: 'listItem',
            content: [
              paragraph(text('One')),
              { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(text('Inner'))] }] },
            ],
          },
        ],
      },
      { type: 'image', attrs: { src: 'https://evil.example/x.png' } },
      paragraph(
        text('Here', { type: 'link', attrs: { href: 'https://example.org', onclick: 'x()' } }),
        text('there', { type: 'link', attrs: { href: 'javascript:alert(1)' } }),
      ),
    );
    const cleaned = cleanRich(pasted);
    expect(RichText.parse(cleaned)).toEqual(cleaned);
    expect(plainFromRich(cleaned)).toBe('Head\nBold\ncode\nQuoted\nOne\nInner\n\nHerethere');
    const shown = html(cleaned);
    expect(shown).toContain('<h3>Head</h3>');
    expect(shown).toContain('<strong>Bold</strong><br/>code');
    expect(shown).toContain('href="https://example.org"');
    expect(shown).not.toMatch(/javascript:|onclick|evil\.example|<img|<code/);
  });
  test('generated: whatever is put in, a document comes out that is valid, rendered and free of markup of its own', () => {
    const node: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
      node: fc.oneof(
        { depthSize: 'small' },
        fc.record({ type: fc.constant('text'), text: fc.string() }),
        fc.record({
          type: fc.constantFrom(
            'paragraph',
            'heading',
            'bulletList',
            'orderedList',
            'listItem',
            'blockquote',
            'script',
            'text',
          ),
          attrs: fc.dictionary(fc.string(), fc.string()),
          marks: fc.array(
            fc.record({
              type: fc.constantFrom('bold', 'link', 'strike'),
              attrs: fc.record({ href: fc.oneof(fc.webUrl(), fc.constant('javascript:x')) }),
            }),
          ),
          content: fc.array(tie('node'), { maxLength: 4 }),
        }),
      ),
    })).node;
    fc.assert(
      fc.property(fc.array(node, { maxLength: 5 }), (content) => {
        const cleaned = cleanRich(doc(...content));
        expect(RichText.safeParse(cleaned).success).toBe(true);
        expect(html(cleaned)).not.toMatch(/<script|javascript:/i);
        // Cleaning what is clean changes nothing.
        expect(cleanRich(cleaned)).toEqual(cleaned);
      }),
    );
  });
  test('nothing, and what is no document at all, is an empty document', () => {
    for (const nothing of [null, undefined, 5, 'x', {}, { content: 'x' }])
      expect(() => cleanRich(nothing)).not.toThrow();
  });
});
