// Who holds a port, for people.
import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import { createServer } from 'node:net';

/** The process that listens on a port, as "process 123 (node …)"; empty where this system does not say. */
function listener(port) {
  try {
    const wanted = port.toString(16).toUpperCase().padStart(4, '0');
    const inodes = ['/proc/net/tcp', '/proc/net/tcp6']
      .flatMap((file) => readFileSync(file, 'utf8').split('\n').slice(1))
      .map((line) => line.trim().split(/\s+/))
      .filter(([, local, , state]) => state === '0A' && local?.endsWith(`:${wanted}`))
      .map((fields) => `socket:[${fields[9]}]`);
    for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
      try {
        for (const fd of readdirSync(`/proc/${pid}/fd`))
          if (inodes.includes(readlinkSync(`/proc/${pid}/fd/${fd}`))) {
            const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0').join(' ').trim();
            return `process ${pid} (${command.slice(0, 80)})`;
          }
      } catch {
        // The process ended meanwhile, or belongs to somebody else.
      }
  } catch {
    // Not a system that keeps such lists.
  }
  return '';
}

/** What to say when a port cannot be had; null when it is free. */
export function holderOf(host, port) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', (error) => {
      const who = error.code === 'EADDRINUSE' ? listener(port) : '';
      done(
        error.code === 'EADDRINUSE'
          ? `Port ${port} is taken${who === '' ? '' : ` by ${who}`}. Stop it, or set ZINC_WARDEN_PORT to another number.`
          : `Port ${port} on ${host} cannot be used: ${error.message}. Set ZINC_WARDEN_HOST and ZINC_WARDEN_PORT.`,
      );
    });
    probe.listen({ port, host }, () => probe.close(() => done(null)));
  });
}
