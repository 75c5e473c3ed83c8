import { planFileOf, RECEIPTS_PATH, type Workspace } from '@ripe-pick/contract';
import { sendFile } from '../api/client.ts';
import { pathHere } from '../api/place.ts';
import { download } from '../ui/download.ts';

const receiptPath = (id: string) => `${RECEIPTS_PATH}/${id}`;

async function bytesOf(id: string): Promise<Uint8Array> {
  const answer = await fetch(pathHere(receiptPath(id)));
  if (!answer.ok) throw new Error(`the receipt ${id} is not there`);
  return new Uint8Array(await answer.arrayBuffer());
}

const toBase64 = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
const fromBase64 = (text: string) => Uint8Array.from(atob(text), (char) => char.charCodeAt(0));

/** Hands out a brief with all that hangs on it, receipts too, as one file. */
export async function downloadPlan(name: string, workspace: Workspace): Promise<void> {
  const ids = workspace.orders.flatMap(({ receipts }) => receipts.map(({ id }) => id));
  const receipts: Record<string, string> = {};
  for (const id of ids) receipts[id] = toBase64(await bytesOf(id));
  download(name, `${JSON.stringify(planFileOf(workspace, receipts), null, 1)}\n`, 'application/json');
}

/** Keeps the receipts of such a file under the ids that its orders name. */
export async function keepReceipts(receipts: Readonly<Record<string, string>>): Promise<void> {
  for (const [id, text] of Object.entries(receipts))
    await sendFile(receiptPath(id), new Blob([fromBase64(text)]));
}
