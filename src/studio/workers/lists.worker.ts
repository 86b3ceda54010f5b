import { expose } from 'comlink';
import { heldSmall } from '../data/heldSmall';
import { MIRROR_MOVED, type MirrorMoved } from './news';

/** Orders held small, beside the window that draws. */
const news = new BroadcastChannel(MIRROR_MOVED);
expose(
  heldSmall((hear) => {
    news.onmessage = ({ data }: MessageEvent<MirrorMoved>) => hear(data);
  }),
);
