import type { ServerEvent } from '@/core/server-event';

class FakeSource {
  static readonly OPEN = 1;
  static readonly made: FakeSource[] = [];
  readyState = 0;
  isClosed = false;
  onopen: () => void = () => undefined;
  onmessage: (message: { data: string }) => void = () => undefined;

  constructor(readonly path: string) {
    FakeSource.made.push(this);
  }
  open(): void {
    this.readyState = 1;
    this.onopen();
  }
  send(event: ServerEvent): void {
    this.onmessage({ data: JSON.stringify(event) });
  }
  close(): void {
    this.isClosed = true;
  }
}

const page = Object.assign(new EventTarget(), { hidden: false });
Object.assign(globalThis, { EventSource: FakeSource, document: page });

function hide(hidden: boolean): void {
  page.hidden = hidden;
  page.dispatchEvent(new Event('visibilitychange'));
}
const open = (): FakeSource[] => FakeSource.made.filter(({ isClosed }) => !isClosed);
const READ: ServerEvent = { type: 'drawing', id: 7 };

describe('events of the server', () => {
  let subscribe: typeof import('./server-events').subscribe;
  beforeEach(async () => {
    FakeSource.made.length = 0;
    page.hidden = false;
    jest.resetModules();
    ({ subscribe } = await import('./server-events'));
  });

  it('come over one connection, however many listen', () => {
    const heard: unknown[] = [];
    const ends = [1, 2, 3].map((who) => subscribe((event) => heard.push([who, event])));
    expect(open()).toHaveLength(1);
    expect(open()[0].path).toBe('/api/events');
    open()[0].open();
    open()[0].send(READ);
    expect(heard).toEqual([
      [1, null],
      [2, null],
      [3, null],
      [1, READ],
      [2, READ],
      [3, READ],
    ]);
    ends[0]();
    ends[1]();
    open()[0].send(READ);
    expect(heard).toHaveLength(7);
    ends[2]();
    expect(open()).toEqual([]);
  });

  it('tell one that comes later that it may have missed something', () => {
    const ends = [subscribe(() => undefined)];
    open()[0].open();
    const heard: unknown[] = [];
    ends.push(subscribe((event) => heard.push(event)));
    expect(heard).toEqual([null]);
    for (const end of ends) end();
  });

  it('take no connection while the page is hidden, and begin again when it is looked at', () => {
    const heard: unknown[] = [];
    const end = subscribe((event) => heard.push(event));
    open()[0].open();
    hide(true);
    expect(open()).toEqual([]);
    hide(false);
    expect(open()).toHaveLength(1);
    open()[0].open();
    expect(heard).toEqual([null, null]);
    end();
    hide(true);
    hide(false);
    expect(open()).toEqual([]);
  });

  it('wait for a page that was hidden from the start', () => {
    page.hidden = true;
    const end = subscribe(() => undefined);
    expect(open()).toEqual([]);
    hide(false);
    expect(open()).toHaveLength(1);
    end();
  });

  it('go to nobody who has ended, though another ended them with the same event', () => {
    const heard: number[] = [];
    let endSecond = (): void => undefined;
    const endFirst = subscribe((event) => {
      if (event) {
        heard.push(1);
        endSecond();
      }
    });
    endSecond = subscribe((event) => event && heard.push(2));
    open()[0].send(READ);
    open()[0].send(READ);
    expect(heard).toEqual([1, 1]);
    endFirst();
  });
});
