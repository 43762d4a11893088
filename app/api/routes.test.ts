import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { isRoute } from '../../src/server/route';

jest.mock('@/server/pool', () => ({ runTask: () => Promise.reject(new Error('no work is done here')) }));

const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE', 'HEAD', 'OPTIONS'] as const;
const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('route.ts'),
);

type Handler = (request: Request, context: object) => Promise<Response>;
const handlersOf = async (file: string): Promise<[string, Handler][]> => {
  const module = (await import(join(__dirname, file))) as Record<string, Handler>;
  return METHODS.flatMap((method): [string, Handler][] => (module[method] ? [[method, module[method]]] : []));
};

describe('every route', () => {
  it.each(files)('%s goes through the one wrapper', async (file) => {
    const handlers = await handlersOf(file);
    expect(handlers.length).toBeGreaterThan(0);
    for (const [method, handler] of handlers) expect([method, isRoute(handler)]).toEqual([method, true]);
  });

  it.each(files)('%s says nothing to who comes by another name', async (file) => {
    for (const [method, handler] of await handlersOf(file))
      for (const host of [
        'warden.elsewhere.test',
        'localhost.elsewhere.test',
        '127.0.0.1@elsewhere.test',
        null,
      ]) {
        const request = new Request('http://localhost/api', {
          method,
          headers: host === null ? {} : { host },
          ...(method === 'GET' ? {} : { body: '{}' }),
        });
        const answer = await handler(request, { params: Promise.resolve({ id: '1' }) });
        expect([method, host, answer.status]).toEqual([method, host, 403]);
      }
  });

  it.each(files)('%s changes nothing for another site', async (file) => {
    for (const [method, handler] of await handlersOf(file)) {
      if (method === 'GET') continue;
      for (const origin of ['https://elsewhere.test', 'null', 'http://[half an address', 'file://']) {
        const request = new Request('http://localhost/api', {
          method,
          headers: { host: 'localhost', origin },
          body: '{}',
        });
        const answer = await handler(request, { params: Promise.resolve({ id: '1' }) });
        expect([method, origin, answer.status]).toEqual([method, origin, 403]);
      }
    }
  });
});
