'use client';

import { Button } from '@/ui/kit/Button';
import { Nothing, Page } from '@/ui/kit/Page';

export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <Page title="This could not be shown">
      <Nothing title="Something went wrong on our side; nothing was lost">
        <p className="mb-3">
          Try again. If it happens again, tell whoever runs this server what you did last.
        </p>
        <Button onClick={reset}>Try again</Button>
      </Nothing>
    </Page>
  );
}
