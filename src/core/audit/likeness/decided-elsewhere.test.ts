import { withDecidedElsewhere } from './decided-elsewhere';
import { LIKELY } from './likely';

const proposal = (to: string, likeness: number) => ({ to, likeness, reasons: ['both say it'] });
const said = (list: ReturnType<typeof withDecidedElsewhere>) =>
  list.map(({ to, likeness, reasons }) => [to, likeness >= LIKELY, reasons.join('; ')]);

it('leaves proposals as they are where nothing was decided for others', () => {
  const own = [proposal('A-WALL', 0.8), proposal('A-DOOR', 0.3)];
  expect(withDecidedElsewhere(own, 'Mauer', [])).toEqual(own);
});

it('makes likely what speaks for itself and was decided for another', () => {
  const own = [proposal('A-DOOR', 0.4), proposal('A-WALL', 0.38)];
  expect(said(withDecidedElsewhere(own, 'Mauer', [{ to: 'A-WALL', senders: ['Hafner'] }]))).toEqual([
    ['A-WALL', true, 'decided so for Hafner; both say it'],
    ['A-DOOR', false, 'both say it'],
  ]);
});

it('takes nothing for likely that speaks against a decision', () => {
  const own = [proposal('A-DOOR', 0.9)];
  expect(said(withDecidedElsewhere(own, 'Tor', [{ to: 'A-WALL', senders: ['Hafner'] }]))).toEqual([
    ['A-DOOR', false, 'both say it'],
    ['A-WALL', false, 'decided so for Hafner'],
  ]);
});

it.each([
  ['one sender alone', 'Zarge', ['Hafner'], false],
  ['two who agree', 'Zarge', ['Hafner', 'Brandt'], true],
  ['two, on a name that says nothing', '17', ['Hafner', 'Brandt'], false],
])('by decisions alone: %s', (_, name, senders, isLikely) => {
  const [first] = withDecidedElsewhere([], name, [{ to: 'A-DOOR', senders }]);
  expect([first.to, first.likeness >= LIKELY]).toEqual(['A-DOOR', isLikely]);
});

it('takes nothing for likely where others are divided', () => {
  const decided = [
    { to: 'A-WALL', senders: ['Hafner', 'Brandt'] },
    { to: 'A-DOOR', senders: ['Lumen'] },
  ];
  expect(said(withDecidedElsewhere([proposal('A-WALL', 0.9)], 'Mauer', decided))).toEqual([
    ['A-WALL', false, 'decided so for 2 other senders; both say it'],
    ['A-DOOR', false, 'decided so for Lumen'],
  ]);
});

it('tells one from those that are as good; where others are divided, it is one of what they decided', () => {
  const own = ['A-DOOR', 'A-WALL'].map((to) => ({ ...proposal(to, 0.35), among: 2 }));
  const hafner = { to: 'A-WALL', senders: ['Hafner'] };
  const [wall, door] = withDecidedElsewhere(own, 'Mauer', [hafner]);
  expect([wall.to, wall.among, door.among]).toEqual(['A-WALL', undefined, 2]);
  const divided = withDecidedElsewhere(own, 'Mauer', [hafner, { to: 'A-ROOF', senders: ['Lund'] }]);
  expect(divided.map(({ to, among }) => [to, among]).sort()).toEqual([
    ['A-DOOR', 2],
    ['A-ROOF', 2],
    ['A-WALL', 2],
  ]);
});
