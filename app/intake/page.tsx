import { listDrawings, listSenders } from '@/server/drawings';
import { IntakePlace } from '@/ui/intake/IntakePlace';

export const metadata = { title: 'Intake' };

export default function Intake() {
  const drawings = listDrawings();
  const projects = [
    ...new Set(drawings.map((drawing) => drawing.project).filter((project) => project !== '')),
  ];
  return (
    <IntakePlace
      drawings={drawings.slice(0, 20)}
      senders={listSenders().map((sender) => sender.name)}
      projects={projects}
    />
  );
}
