import { byKind, type NamedKind, officeNames } from '@/core/standard/named-kinds';
import { listSenders } from '@/server/crosswalk';
import { editionInForce } from '@/server/editions';
import { SendersPlace } from '@/ui/senders/SendersPlace';

export const metadata = { title: 'Senders' };

export default function Senders() {
  const inForce = editionInForce();
  const namesOf = (kind: NamedKind): string[] =>
    inForce ? officeNames(inForce.standard, kind).map(({ name }) => name) : [];
  return <SendersPlace senders={listSenders()} office={byKind(namesOf)} edition={inForce?.label ?? ''} />;
}
