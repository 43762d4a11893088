import { database } from '../src/server/database';
import { senderId } from '../src/server/drawings';
import { beginDraft, issueDraft, listEditions, saveDraft } from '../src/server/editions';
import { storeBytes } from '../src/server/files';
import { demoDrawings } from './drawings';
import { demoStandard } from './standard';

/** Puts the demo into an empty data folder; a folder that is in use is left as it is. */
if (listEditions().length > 0)
  console.log('The data folder is in use already; the demo is not put in again.');
else {
  const draft = beginDraft();
  const saved = saveDraft(draft, demoStandard);
  if (!saved.ok) throw new Error(saved.faults.map((fault) => `${fault.where}: ${fault.message}`).join('\n'));
  issueDraft(saved.edition, 'Office', 'First edition.');
  const insert = database().prepare(
    `INSERT INTO drawings (name, sender_id, project, received_at, original_sha, size, state) VALUES (?, ?, ?, ?, ?, ?, 'waiting')`,
  );
  for (const [i, drawing] of demoDrawings().entries()) {
    const file = storeBytes(drawing.bytes);
    const received = new Date(Date.UTC(2026, 9, 5 + i, 8, 12 + 7 * i)).toISOString();
    insert.run(drawing.file, senderId(drawing.sender), drawing.project, received, file.sha, file.size);
  }
  console.log('The demo standard and drawings are in place.');
}
