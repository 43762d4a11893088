import { listSenderNames } from '@/server/crosswalk';
import { lastDrawings, listProjects } from '@/server/drawings';
import { workCounts } from '@/server/jobs';
import { IntakePlace } from '@/ui/intake/IntakePlace';

export const metadata = { title: 'Intake' };

export default function Intake() {
  return (
    <IntakePlace
      drawings={lastDrawings(20)}
      senders={listSenderNames()}
      projects={listProjects()}
      work={workCounts()}
    />
  );
}
