// How often what is proposed for names of senders is right: npm run bench -- crosswalk
import { measure, sendersNames } from '../../tests/crosswalk/measure';

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`.padStart(8);
const names = sendersNames();
const line = (what: string, of: typeof names): void => {
  const { known, first, amongThree, error } = measure(of);
  console.log(
    `${what.padEnd(12)}${String(known).padStart(6)}${percent(first)}${percent(amongThree)}${percent(error)}`,
  );
};
console.log('names        known at first  in three  error of sureness');
line('all', names);
for (const habit of new Set(names.map((one) => one.habit)))
  line(
    habit,
    names.filter((one) => one.habit === habit),
  );
console.log('\n  sure    right   names');
for (const { sure, right, count } of measure(names).calibration)
  if (count > 0) console.log(`${percent(sure)}${percent(right)}${String(count).padStart(6)}`);
