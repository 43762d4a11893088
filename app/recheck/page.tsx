import { rechecked, recheckState } from '@/server/recheck-all';
import { RecheckPage } from '@/ui/recheck/RecheckPage';

export const metadata = { title: 'Checked again' };

export default function Recheck() {
  return <RecheckPage state={recheckState()} changed={rechecked()} />;
}
