import Link from 'next/link';
import { Nothing, Page } from '@/ui/kit/Page';

export default function NotFound() {
  return (
    <Page title="Not here">
      <Nothing title="There is nothing at this address">
        It may have been removed.{' '}
        <Link href="/" className="text-verdigris underline">
          Back to the Desk
        </Link>
      </Nothing>
    </Page>
  );
}
