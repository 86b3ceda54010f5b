import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

export type HashNews = { kind: 'progress'; done: number } | { kind: 'hashed'; sha256: string } | { kind: 'failed' };

/** Works out a file's SHA-256 piece by piece, so that a large file is never whole in memory. */
onmessage = async ({ data }: MessageEvent<Blob>) => {
  try {
    const hash = sha256.create();
    let done = 0;
    const reader = data.stream().getReader();
    for (;;) {
      const piece = await reader.read();
      if (piece.done) break;
      hash.update(piece.value);
      done += piece.value.length;
      postMessage({ kind: 'progress', done } satisfies HashNews);
    }
    postMessage({ kind: 'hashed', sha256: bytesToHex(hash.digest()) } satisfies HashNews);
  } catch {
    postMessage({ kind: 'failed' } satisfies HashNews);
  }
};
