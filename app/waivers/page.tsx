import { RULES } from '@/core/audit/rules';
import { waiverRegister } from '@/server/waivers';
import { WaiverRegister } from '@/ui/waivers/WaiverRegister';

export const metadata = { title: 'Waivers' };

export default function Waivers() {
  return (
    <WaiverRegister
      waivers={waiverRegister()}
      titles={Object.fromEntries(RULES.map(({ meta: { id, title } }) => [id, title]))}
    />
  );
}
