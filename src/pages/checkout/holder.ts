/** As `HOLDER_HEADER` of the wire: named again, so that no schema comes into the page. */
export const HOLDER = 'keel-holder';
const KEPT_AS = 'keel-holder';
let made: string | null = null;

/** What this window has in its hand: made here, kept over reloads, and shown to the shop alone. */
export function holderHere(): string {
  made ??= kept() ?? fresh();
  try {
    sessionStorage.setItem(KEPT_AS, made);
  } catch {
    // Kept for as long as the page is open.
  }
  return made;
}

function kept(): string | null {
  try {
    return sessionStorage.getItem(KEPT_AS);
  } catch {
    return null;
  }
}

const fresh = (): string =>
  [...crypto.getRandomValues(new Uint8Array(24))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
