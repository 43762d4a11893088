import { Key } from '../kit/Button';
import { Dialog } from '../kit/Dialog';

const KEYS: readonly (readonly [string, string])[] = [
  ['N or ↓', 'Next finding'],
  ['P or ↑', 'Previous finding'],
  ['Enter', 'Correct the finding, or take the picked layer'],
  ['A', 'Correct everything automatic'],
  ['Ctrl Z', 'Undo the last correction'],
  ['⇧ Ctrl Z', 'Do it again'],
  ['/', 'Find in the findings'],
  ['Esc', 'Fold the finding, show everything'],
  ['Page ↓ and ↑', 'Next sheet, and the one before'],
  ['L', 'All sheets'],
  ['0', 'The whole sheet'],
  ['+ and −', 'Closer and farther'],
  ['T', 'As large as it is'],
  ['S', 'To what is picked'],
  ['B', 'In its colours, in black, by layer'],
  ['M', 'Measure'],
  ['F', 'Find on the sheet'],
  ['C', 'What the drawing holds'],
  ['U', 'Units and scale'],
  ['O', 'As received, and back'],
  ['?', 'This list'],
];

export function KeyList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys">
      <dl className="grid grid-cols-[7rem_1fr] gap-y-1.5 overflow-auto px-5 py-4 text-[13px]">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <Key>{key}</Key>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
