/** Names by which this machine calls itself; an office adds the one its colleagues use. */
const OWN_NAMES: readonly string[] = ['localhost', '127.0.0.1', '[::1]'];

/** Names of hosts that this server answers to, without ports. */
export function allowedHosts(setting = process.env.ZINC_WARDEN_HOSTS ?? ''): string[] {
  const named = setting.split(',').map((name) => name.trim().toLowerCase());
  return [...OWN_NAMES, ...named.filter((name) => name !== '')];
}

/**
 * Whether a request asks for one of the hosts that this server answers to. A page of another site can have a name of its
 * own lead to this machine: what it then asks for would look like a request of ours.
 * @param host the request's header, with or without a port
 */
export function isAllowedHost(host: string | null, allowed: readonly string[] = allowedHosts()): boolean {
  if (host === null) return false;
  const name = /^(\[[0-9a-f:.]+\]|[^:[\]]+)(?::\d{1,5})?$/i.exec(host.trim())?.[1];
  return name !== undefined && allowed.includes(name.toLowerCase());
}

/** What somebody is told who came by another name. */
export const hostProblem = (host: string | null) => ({
  code: 'host',
  message: `This server does not answer to the name “${host ?? ''}”.`,
  action: 'Use its own address, or have whoever runs it add the name to ZINC_WARDEN_HOSTS.',
});

/** What a page of ours may load, and who may show it: nothing from elsewhere, nobody else. */
export const contentPolicy = (nonce: string, developing = false): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${developing ? " 'unsafe-eval'" : ''}`,
    // Parts are placed by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
