import { allowedHosts, contentPolicy, isAllowedHost } from './hosts';

describe('hosts that the server answers to', () => {
  it.each(['localhost', 'localhost:4180', '127.0.0.1:4180', '[::1]', '[::1]:4180', 'LOCALHOST:80'])(
    'answers to %s',
    (host) => expect(isAllowedHost(host, allowedHosts(''))).toBe(true),
  );

  it.each([
    null,
    '',
    'elsewhere.test',
    'localhost.elsewhere.test',
    '127.0.0.1.elsewhere.test:4180',
    '127.0.0.1@elsewhere.test',
    'localhost:4180:80',
    'local\u017fhost',
    '::1',
  ])('does not answer to %s', (host) => expect(isAllowedHost(host, allowedHosts(''))).toBe(false));

  it('answers to the names that the office set, and to those alone', () => {
    const allowed = allowedHosts(' Drawings.Office.test , 10.0.0.7');
    expect(isAllowedHost('drawings.office.test:4180', allowed)).toBe(true);
    expect(isAllowedHost('10.0.0.7:4180', allowed)).toBe(true);
    expect(isAllowedHost('10.0.0.77', allowed)).toBe(false);
  });
});

it('pages load nothing from elsewhere and are shown in nobody’s frame', () => {
  const policy = contentPolicy('abc');
  expect(policy).toContain("script-src 'self' 'nonce-abc';");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/unsafe-eval|https?:/);
});
