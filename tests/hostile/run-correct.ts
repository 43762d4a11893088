import { correctAll } from './correct-all';

/** Corrects many more generated drawings than the tests do. Usage: COUNT [FROM] */
const [count = '200', from = '0'] = process.argv.slice(2);
const { faults, ...counts } = correctAll(Number(count), Number(from));
console.log(JSON.stringify(counts));
for (const fault of faults.slice(0, 80)) console.log(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
