import { useState } from 'react';
import type { Looked } from '@/core/audit/families';
import { Dialog } from '../kit/Dialog';

const WORDS: Readonly<Record<Looked['looked'], string>> = {
  checked: 'checked',
  partly: 'partly',
  not: 'not checked',
};
const COLOURS: Readonly<Record<Looked['looked'], string>> = {
  checked: 'text-verdigris-deep',
  partly: 'text-ochre',
  not: 'text-oxide',
};

/** What the verdict speaks of: how many families were looked at, and each with why not. */
export function LookedAt({ looked }: { looked: readonly Looked[] }) {
  const [open, setOpen] = useState(false);
  if (looked.length === 0) return null;
  const checked = looked.filter((one) => one.looked === 'checked').length;
  return (
    <>
      <button
        type="button"
        className="whitespace-nowrap text-[13px] text-verdigris underline"
        onClick={() => setOpen(true)}
      >
        {checked} of {looked.length} checked
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="What was looked at">
        <p className="px-5 pt-3 text-[13px] text-ink-2">
          The verdict speaks of what was checked, and of nothing else.
        </p>
        <table className="mx-5 my-3 text-[13px]">
          <tbody>
            {looked.map(({ family, looked: how, why }) => (
              <tr key={family} className="border-t border-hairline align-top">
                <th scope="row" className="w-32 py-1.5 pr-3 text-left font-medium first-letter:uppercase">
                  {family}
                </th>
                <td className={`w-28 py-1.5 pr-3 font-medium ${COLOURS[how]}`}>{WORDS[how]}</td>
                <td className="py-1.5 text-ink-2">{why.join('; ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Dialog>
    </>
  );
}
