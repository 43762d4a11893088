import { namesToPick } from '@/core/standard/named-kinds';
import { listSenders } from '@/server/crosswalk';
import { editionInForce } from '@/server/editions';
import { SendersPlace } from '@/ui/senders/SendersPlace';

export const metadata = { title: 'Senders' };

export default function Senders() {
  const inForce = editionInForce();
  return (
    <SendersPlace
      senders={listSenders()}
      office={namesToPick(inForce?.standard)}
      edition={inForce?.label ?? ''}
    />
  );
}
