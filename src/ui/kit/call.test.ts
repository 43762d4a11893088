import { callForLines } from './call';

describe('an answer in lines', () => {
  const whole = global.fetch;
  afterEach(() => {
    global.fetch = whole;
  });

  const answer = (body: string, status = 200): void => {
    global.fetch = () => Promise.resolve(new Response(body, { status }));
  };

  it('is all of its lines, one behind the other', async () => {
    answer('{"a":1,"b":2}\n{"c":3}');
    expect(await callForLines('/x')).toEqual({ ok: true, value: { a: 1, b: 2, c: 3 } });
    answer('{}');
    expect(await callForLines('/x')).toEqual({ ok: true, value: {} });
  });

  it('lets the page move between two lines', async () => {
    answer(Array.from({ length: 5 }, (_, i) => `{"${i}":${i}}`).join('\n'));
    let turns = 0;
    const timer = setInterval(() => turns++, 0);
    await callForLines('/x');
    clearInterval(timer);
    expect(turns).toBeGreaterThan(1);
  });

  it('is a problem where the server says so, or cannot be reached', async () => {
    answer('{"problem":{"code":"x","message":"No.","action":"Do."}}', 404);
    expect(await callForLines('/x')).toMatchObject({ ok: false, problem: { code: 'x' }, status: 404 });
    global.fetch = () => Promise.reject(new Error('offline'));
    expect(await callForLines('/x')).toMatchObject({ ok: false, problem: { code: 'offline' } });
  });
});
