import type { ReactNode } from 'react';
import { mayDo, type Right } from '#core/helpers';
import { useAboutQuery } from '../data/ownerApi';

/** Whether whoever works here may do this. Until the shop has said so they are taken at their word: it refuses by itself. */
export function useMay(): (right: Right) => boolean {
  const { data: about } = useAboutQuery();
  return (right) => about === undefined || mayDo(about.you.rights, right);
}

/** What only those see who may use it; `or` stands there for everybody else. */
export function May({ right, or = null, children }: { right: Right; or?: ReactNode; children: ReactNode }) {
  return useMay()(right) ? children : or;
}
