import { Button } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { count } from '../kit/format';
import { cell, cellHead } from '../kit/Page';

/** What taking a file in would change; the same shape as the server's answer. */
export interface ImportPreview {
  readonly kinds: readonly {
    readonly kind: string;
    readonly added: number;
    readonly gone: number;
    readonly changed: number;
  }[];
  readonly words: readonly string[];
  readonly total: number;
}

interface Props {
  readonly file: string;
  /** Label of the draft whose content it becomes. */
  readonly into: string;
  readonly preview: ImportPreview;
  readonly onTake: () => void;
  readonly onClose: () => void;
}

/** What a file would change against the draft, by kind and one by one, before anything happens. */
export function TakeInDialog({ file, into, preview: { kinds, words, total }, onTake, onClose }: Props) {
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      size="wide"
      title={`Take in ${file}`}
      about={
        total === 0
          ? `It says what ${into} says already.`
          : `It takes the place of everything in ${into}. Undo brings that back.`
      }
    >
      <div className="min-h-0 flex-1 overflow-auto px-5 py-4 text-[13px]">
        {kinds.length > 0 && (
          <table className="w-full border border-hairline bg-white">
            <thead>
              <tr>
                {['Kind', 'New', 'Changed', 'Gone'].map((head) => (
                  <th key={head} className={cellHead}>
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {kinds.map(({ kind, added, changed, gone }) => (
                <tr key={kind}>
                  <td className={`${cell} font-medium`}>{kind}</td>
                  <td className={`${cell} figures`}>{added || '—'}</td>
                  <td className={`${cell} figures`}>{changed || '—'}</td>
                  <td className={`${cell} figures ${gone > 0 ? 'font-medium text-oxide' : ''}`}>
                    {gone || '—'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {words.length > 0 && (
          <ul className="mt-3 text-ink-2">
            {words.map((line) => (
              <li key={line} className="truncate py-px" title={line}>
                {line}
              </li>
            ))}
            {total > words.length && (
              <li className="py-px">And {count(total - words.length, 'more change')}.</li>
            )}
          </ul>
        )}
      </div>
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={total === 0} onClick={onTake}>
          Take it in
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
