import Papa from 'papaparse';
import { dataWords } from '#say/data';
const say = dataWords.peopleCsv;

/** One person as a list from elsewhere names them. */
export interface ListedPerson {
  address: string;
  name: string;
}

const ADDRESS = /^(e-?mail( address)?|address|mail|adresse)$/i;
const NAME = /^(name|full name|vorname und name)$/i;

/**
 * The people of a CSV in whatever encoding a spreadsheet wrote it: UTF-8, UTF-16 with its mark, else Windows-1252.
 * @returns the people in order, or in a sentence why there are none
 */
export async function readPeopleCsv(file: Blob): Promise<ListedPerson[] | { problem: string }> {
  const text = decoded(new Uint8Array(await file.arrayBuffer()));
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
  const [head = []] = rows;
  const addressAt = head.findIndex((cell) => ADDRESS.test(cell.trim()));
  const nameAt = head.findIndex((cell) => NAME.test(cell.trim()));
  // Without a head the column that holds an @ is the one.
  const at = addressAt >= 0 ? addressAt : head.findIndex((cell) => cell.includes('@'));
  if (at < 0) return { problem: say.noColumnCalledEmail };
  return rows.slice(addressAt >= 0 ? 1 : 0).map((row) => ({
    address: (row[at] ?? '').trim(),
    name: nameAt < 0 ? '' : (row[nameAt] ?? '').trim(),
  }));
}

function decoded(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
