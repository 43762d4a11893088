import Link from 'next/link';
import { Nothing, Page } from '@/ui/kit/Page';

export const metadata = { title: 'Reports' };

export default function Reports() {
  return (
    <Page title="Reports" about="What goes back to senders, and how the work develops.">
      <p className="mb-4">
        <Link href="/waivers" className="font-medium text-verdigris underline underline-offset-2">
          Register of waivers
        </Link>
        : what need not be put right, for whom, why and until when.
      </p>
      <Nothing title="Not built yet">
        Here will be a report for each drawing that its sender can act on (what, where with a picture, why,
        how to put it right), and the trends by sender, project and rule. Until then, the changes made to a
        drawing can be saved as a table from the drawing itself.
      </Nothing>
    </Page>
  );
}
