import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Questions = z.object({
  ...blockBase,
  kind: z.literal('questions'),
  title: line,
  items: z.array(z.object({ question: line, answer: z.string().max(2_000) })).max(40),
});

declare module '../kind' {
  interface BlocksByKind {
    questions: z.infer<typeof Questions>;
  }
}

export const questionsBlock = blockKind<z.infer<typeof Questions>>({
  kind: 'questions',
  name: 'Questions and answers',
  schema: Questions,
  on: ['sales', 'checkout'],
  fresh: (id, _known, say) => ({ id, kind: 'questions', title: say.questions, items: [{ question: '', answer: '' }] }),
  label: ({ title }) => title,
});
