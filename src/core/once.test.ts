import { oncePer } from './once';

it('does the work once for each set of objects that it hangs on, and keeps nothing too', () => {
  const asked: string[] = [];
  const work = oncePer(
    ({ a, b }: { a: object; b: object; name: string }) => [a, b],
    ({ name }) => {
      asked.push(name);
      return name === 'none' ? undefined : name;
    },
  );
  const [a, b, c] = [{}, {}, {}];
  expect([work({ a, b, name: 'one' }), work({ a, b, name: 'again' })]).toEqual(['one', 'one']);
  expect([work({ a, b: c, name: 'two' }), work({ a: b, b: a, name: 'three' })]).toEqual(['two', 'three']);
  expect([work({ a: c, b: c, name: 'none' }), work({ a: c, b: c, name: 'more' })]).toEqual([
    undefined,
    undefined,
  ]);
  expect(asked).toEqual(['one', 'two', 'three', 'none']);
});

it('is asked again after it failed', () => {
  let fails = true;
  const work = oncePer(
    (key: object) => [key],
    () => {
      if (fails) throw new Error('not yet');
      return 'done';
    },
  );
  const key = {};
  expect(() => work(key)).toThrow('not yet');
  fails = false;
  expect(work(key)).toBe('done');
});
