import Link from 'next/link';
import { listDrawings } from '@/server/drawings';
import { DrawingsTable } from '@/ui/drawings/DrawingsTable';
import { beginningOf } from '@/ui/drawings/types';
import { buttonClass } from '@/ui/kit/Button';
import { count } from '@/ui/kit/format';
import { Nothing, Page } from '@/ui/kit/Page';

export const metadata = { title: 'Drawings' };

export default function Drawings() {
  const drawings = listDrawings();
  return (
    <Page
      title="Drawings"
      about={`${count(drawings.length, 'drawing')} on file, newest first.`}
      actions={
        <>
          <Link href="/causes" className={buttonClass('plain')}>
            By cause
          </Link>
          <Link href="/intake" className={buttonClass('main')}>
            Take in drawings
          </Link>
        </>
      }
    >
      {drawings.length > 0 ? (
        <DrawingsTable {...beginningOf(drawings)} find />
      ) : (
        <Nothing title="No drawings yet">Take in the first one at the Intake.</Nothing>
      )}
    </Page>
  );
}
