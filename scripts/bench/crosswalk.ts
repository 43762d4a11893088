// How often what is proposed for names of senders is right: npm run bench -- crosswalk
import { foundFor, KINDS, type MeasuredKind } from '../../tests/crosswalk/in-drawings';
import {
  type CrosswalkMeasures,
  heldOutNames,
  measure,
  measured,
  measureSymbols,
  sendersNames,
  symbolNames,
} from '../../tests/crosswalk/measure';

const percent = (share: number): string =>
  (Number.isNaN(share) ? 'none' : `${(100 * share).toFixed(1)} %`).padStart(8);
const line = (what: string, { known, first, amongThree, error, likelyRight }: CrosswalkMeasures): void => {
  const shares = [first, amongThree, error, likelyRight].map(percent).join('');
  console.log(`${what.padEnd(12)}${String(known).padStart(6)}${shares}`);
};
/** Measures of all names, and of each habit; and how often what is so sure is right. */
const table = <T extends { readonly habit: string }>(
  names: readonly T[],
  of: (names: readonly T[]) => CrosswalkMeasures,
): void => {
  console.log('names        known at first  in three  error of sureness  right where likely');
  line('all', of(names));
  for (const habit of new Set(names.map((one) => one.habit)))
    line(habit, of(names.filter((one) => one.habit === habit)));
  console.log('\n  sure    right   names');
  for (const { sure, right, count } of of(names).calibration)
    if (count > 0) console.log(`${percent(sure)}${percent(right)}${String(count).padStart(6)}`);
};
table(sendersNames(), measure);
console.log('\nnames of senders that the words were not made for');
table(heldOutNames(), measure);
console.log('\nnames of symbols');
table(symbolNames(), measureSymbols);
for (const kind of Object.keys(KINDS) as MeasuredKind[]) {
  console.log(`\nnames of ${kind.replaceAll('-', ' ')}`);
  table(foundFor(kind), measured);
}
