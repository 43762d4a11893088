import Link from 'next/link';
import { listDrawings } from '@/server/drawings';
import { draft, editionInForce } from '@/server/editions';
import { recheckState } from '@/server/recheck-all';
import { aboutToEnd } from '@/server/waivers';
import { DrawingsTable } from '@/ui/drawings/DrawingsTable';
import { beginningOf, outcomeOf } from '@/ui/drawings/types';
import { buttonClass } from '@/ui/kit/Button';
import { count, formatDay } from '@/ui/kit/format';
import { Nothing, Page } from '@/ui/kit/Page';
import { RecheckStrip } from '@/ui/recheck/RecheckStrip';

export const metadata = { title: 'Desk' };

/** Days before its end in which a waiver is shown here. */
const SOON = 14;

export default function Desk() {
  const drawings = listDrawings();
  const held = drawings.filter((drawing) => outcomeOf(drawing) === 'held');
  const released = drawings.filter((drawing) => outcomeOf(drawing) === 'released');
  const open = draft();
  const inForce = editionInForce();
  const ending = aboutToEnd(SOON);
  return (
    <Page
      title="Desk"
      about={
        held.length > 0
          ? `${count(held.length, 'drawing needs', 'drawings need')} a person.`
          : 'Nothing waits for a person.'
      }
      actions={
        <Link href="/intake" className={buttonClass('main')}>
          Take in drawings
        </Link>
      }
    >
      {!inForce && (
        <Nothing title="There is no standard yet">
          Drawings are checked against your office’s standard.{' '}
          <Link href="/standard" className="text-verdigris underline">
            Define it
          </Link>
          , or learn one from a drawing that is known to be good.
        </Nothing>
      )}
      {open && inForce?.state === 'issued' && (
        <p className="mb-4 border-l-[3px] border-verdigris bg-verdigris-soft px-3 py-1.5">
          {open.label} of the standard is being written ({count(open.layerCount, 'layer')}).{' '}
          <Link href="/standard" className="font-medium text-verdigris-deep underline underline-offset-2">
            Go on with it
          </Link>
        </p>
      )}
      <RecheckStrip state={recheckState()} />
      {ending.length > 0 && (
        <p className="mb-4 border-l-[3px] border-ochre bg-ochre-soft px-3 py-1.5">
          {count(ending.length, 'waiver ends', 'waivers end')} within {SOON} days, the first after{' '}
          {formatDay(ending[0].until)}.{' '}
          <Link href="/waivers" className="font-medium underline underline-offset-2">
            Look at {ending.length === 1 ? 'it' : 'them'}
          </Link>
        </p>
      )}
      <h2 className="mb-2 font-semibold">Held</h2>
      {held.length > 0 ? (
        <DrawingsTable {...beginningOf(held)} outcome="held" />
      ) : (
        <Nothing title="No drawing is held">
          {drawings.length === 0 && 'Drawings that do not comply wait here.'}
        </Nothing>
      )}
      {released.length > 0 && (
        <>
          <h2 className="mb-2 mt-7 font-semibold">Released</h2>
          <DrawingsTable {...beginningOf(released)} outcome="released" />
        </>
      )}
    </Page>
  );
}
