import { Room } from './room';

describe('room for large work', () => {
  /** Work that says when it begins, and ends when told. */
  function work(log: string[], name: string) {
    let end: () => void = () => undefined;
    const done = new Promise<void>((settle) => {
      end = settle;
    });
    return {
      end,
      run: async () => {
        log.push(name);
        await done;
      },
    };
  }
  const soon = () => new Promise((done) => setImmediate(done));

  it('is shared by what fits, and the rest waits its turn', async () => {
    const room = new Room(10);
    const log: string[] = [];
    const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((name) => work(log, name));
    const all = [room.within(6, a.run), room.within(4, b.run), room.within(7, c.run), room.within(1, d.run)];
    await soon();
    expect(log).toEqual(['a', 'b']);
    b.end();
    await soon();
    // The fourth would fit, but would keep the third waiting for ever if others like it went on coming.
    expect(log).toEqual(['a', 'b']);
    a.end();
    await soon();
    expect(log).toEqual(['a', 'b', 'c', 'd']);
    c.end();
    d.end();
    await Promise.all(all);
  });

  it('goes whole to what is larger than all of it, and comes back when the work fails', async () => {
    const room = new Room(10);
    const log: string[] = [];
    const [a, b] = ['a', 'b'].map((name) => work(log, name));
    const failing = room.within(1e9, async () => {
      await a.run();
      throw new Error('died');
    });
    const after = room.within(10, b.run);
    await soon();
    expect(log).toEqual(['a']);
    a.end();
    await expect(failing).rejects.toThrow('died');
    await soon();
    expect(log).toEqual(['a', 'b']);
    b.end();
    await after;
  });

  it('is not asked for by work on nothing', async () => {
    const room = new Room(10);
    const log: string[] = [];
    const [a, b] = ['a', 'b'].map((name) => work(log, name));
    const all = [room.within(10, a.run), room.within(0, b.run)];
    await soon();
    expect([...log].sort()).toEqual(['a', 'b']);
    a.end();
    b.end();
    await Promise.all(all);
  });
});
