import { listSenders } from '@/server/crosswalk';
import { editionInForce } from '@/server/editions';
import { SendersPlace } from '@/ui/senders/SendersPlace';

export const metadata = { title: 'Senders' };

export default function Senders() {
  const inForce = editionInForce();
  return (
    <SendersPlace
      senders={listSenders()}
      layers={inForce?.standard.layers.map(({ name }) => name) ?? []}
      edition={inForce?.label ?? ''}
    />
  );
}
