// How often what is proposed for names of senders is right: npm run bench -- crosswalk
import { heldOutNames, measure, sendersNames } from '../../tests/crosswalk/measure';

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`.padStart(8);
const names = sendersNames();
const line = (what: string, of: typeof names): void => {
  const { known, first, amongThree, error, likelyRight } = measure(of);
  console.log(
    `${what.padEnd(12)}${String(known).padStart(6)}${[first, amongThree, error, likelyRight].map(percent).join('')}`,
  );
};
const table = (of: typeof names): void => {
  console.log('names        known at first  in three  error of sureness  right where likely');
  line('all', of);
  for (const habit of new Set(of.map((one) => one.habit)))
    line(
      habit,
      of.filter((one) => one.habit === habit),
    );
};
table(names);
console.log('\n  sure    right   names');
for (const { sure, right, count } of measure(names).calibration)
  if (count > 0) console.log(`${percent(sure)}${percent(right)}${String(count).padStart(6)}`);

console.log('\nnames of senders that the words were not made for');
table(heldOutNames());
