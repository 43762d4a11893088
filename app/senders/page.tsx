import { listSenders } from '@/server/crosswalk';
import { SendersPlace } from '@/ui/senders/SendersPlace';

export const metadata = { title: 'Senders' };

export default function Senders() {
  return <SendersPlace senders={listSenders()} />;
}
