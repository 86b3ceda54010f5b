import { EditorContent, type Editor, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Bold, Heading, Italic, Link2, List, ListOrdered } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { cleanRich, type RichText } from '#core/catalogue';
import type { RichEditorProps } from '../../pages/view';
import { sellWords } from '#say/sell';
const say = sellWords.richEditor;

/** Only what the shop's documents can hold; the rest of a paste becomes plain words. */
const EXTENSIONS = [
  StarterKit.configure({
    heading: { levels: [3] },
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    strike: false,
    underline: false,
    trailingNode: false,
    link: { openOnClick: false, autolink: false, protocols: ['http', 'https', 'mailto'] },
  }),
];

/** An editor needs a paragraph to stand in, where a document may hold none. */
const toEdit = (value: RichText): RichText =>
  value.content.length > 0 ? value : { type: 'doc', content: [{ type: 'paragraph' }] };
const sameDocument = (a: RichText, b: RichText): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Formatted text, edited in place. What goes in and out is the document itself. */
export default function RichEditor({ value, onChange, label, placeholder, className = '' }: RichEditorProps) {
  const sent = useRef(value);
  const editor = useEditor({
    extensions: EXTENSIONS,
    content: toEdit(value),
    injectCSS: false,
    editorProps: {
      attributes: {
        class: `rich-words ${className}`,
        'aria-label': label,
        role: 'textbox',
        'aria-multiline': 'true',
        dir: 'auto',
        'data-placeholder': placeholder ?? label,
      },
    },
    onUpdate: ({ editor: now }) => {
      sent.current = cleanRich(now.getJSON());
      onChange(sent.current);
    },
  });
  // Undone, or edited in another window: what is saved counts, but never under the cursor of who is typing.
  useEffect(() => {
    if (sameDocument(value, sent.current)) return;
    sent.current = value;
    editor.commands.setContent(toEdit(value), { emitUpdate: false });
  }, [value, editor]);
  return (
    <div className="rich">
      <Toolbar editor={editor} />
      <EditorContent editor={editor} />
    </div>
  );
}

function Toolbar({ editor }: { editor: Editor }) {
  const [linking, setLinking] = useState<string | null>(null);
  const on = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      bold: e.isActive('bold'),
      italic: e.isActive('italic'),
      heading: e.isActive('heading'),
      bullet: e.isActive('bulletList'),
      ordered: e.isActive('orderedList'),
      link: e.isActive('link'),
      href: (e.getAttributes('link')['href'] as string | undefined) ?? '',
    }),
  });
  const tools = [
    [say.bold, Bold, on.bold, () => editor.chain().focus().toggleBold().run()],
    [say.italic, Italic, on.italic, () => editor.chain().focus().toggleItalic().run()],
    [say.smallHeading, Heading, on.heading, () => editor.chain().focus().toggleHeading({ level: 3 }).run()],
    [say.list, List, on.bullet, () => editor.chain().focus().toggleBulletList().run()],
    [say.numberedList, ListOrdered, on.ordered, () => editor.chain().focus().toggleOrderedList().run()],
    [say.link, Link2, on.link, () => setLinking(on.href)],
  ] as const;
  function link(): void {
    const href = (linking ?? '').trim();
    const chain = editor.chain().focus().extendMarkRange('link');
    if (href === '') chain.unsetLink().run();
    else
      chain
        .setLink({
          href: /^(https?:|mailto:)/i.test(href) ? href : href.includes('@') ? `mailto:${href}` : `https://${href}`,
        })
        .run();
    setLinking(null);
  }
  return (
    <div className="rich-tools" role="group" aria-label={say.formatting}>
      {tools.map(([name, Icon, pressed, act]) => (
        <button
          key={name}
          type="button"
          aria-label={name}
          title={name}
          aria-pressed={pressed}
          onMouseDown={(event) => event.preventDefault()}
          onClick={act}
        >
          <Icon size={15} aria-hidden="true" />
        </button>
      ))}
      {linking !== null && (
        <span className="inline-flex items-center gap-2">
          {say.leadsTo}{' '}
          <input
            className="fill"
            autoFocus
            aria-label={say.addressLinkLeads}
            placeholder="https://"
            value={linking}
            onChange={(event) => setLinking(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') {
                event.preventDefault();
                link();
              } else if (event.key === 'Escape') setLinking(null);
            }}
          />
          <button type="button" className="opt" onClick={link}>
            {linking.trim() === '' ? say.removeLink : say.set}
          </button>
        </span>
      )}
    </div>
  );
}
