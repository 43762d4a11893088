/** npm run fuzz -- N [FROM]: N damaged drawings through reading, auditing, correcting and the picture. */
import { fuzz } from '../tests/fuzz';

const count = Number(process.argv[2] ?? 1000);
const first = Number(process.argv[3] ?? 1);
const step = 500;
for (let done = 0; done < count; done += step) {
  const { read, refused, slowestMs } = fuzz(Math.min(step, count - done), first + done);
  console.log(
    `${Math.min(count, done + step)} of ${count}: ${read} read, ${refused} refused, slowest ${Math.round(slowestMs)} ms`,
  );
}
