import { compare } from './compare';

/** Compares many more mutated drawings than the tests do. Usage: COUNT [FROM] */
const [count = '3000', from = '0'] = process.argv.slice(2);
const { faults, ...counts } = compare(Number(count), Number(from));
console.log(JSON.stringify(counts));
for (const fault of faults.slice(0, 60)) console.log(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
