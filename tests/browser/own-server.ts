import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';

/** An application of its own, with nothing in it, that can be stopped and started again with what it has then. */
export class OwnServer {
  private readonly data = mkdtempSync(join(tmpdir(), 'zinc-own-'));
  private server: ChildProcess | null = null;

  constructor(private readonly port: number) {}

  get base(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  readonly start = async (): Promise<void> => {
    this.server = spawn('node', ['scripts/start.mjs'], {
      env: { ...process.env, ZINC_WARDEN_DATA: this.data, ZINC_WARDEN_PORT: String(this.port) },
      stdio: 'ignore',
    });
    await expect
      .poll(async () => (await fetch(`${this.base}/api/drawings`).catch(() => null))?.status, {
        timeout: 60_000,
      })
      .toBe(200);
  };

  readonly stop = async (): Promise<void> => {
    const ended = new Promise((resolve) => this.server?.on('exit', resolve));
    this.server?.kill('SIGTERM');
    await ended;
    this.server = null;
  };
}
