'use client';

import { useRouter } from 'next/navigation';
import { type DragEvent, useId, useRef, useState } from 'react';
import type { Problem } from '@/core/result';
import { DrawingsTable } from '../drawings/DrawingsTable';
import type { DrawingHead } from '../drawings/types';
import { beginningOf } from '../drawings/types';
import { Button } from '../kit/Button';
import { formatSize } from '../kit/format';
import { useLive } from '../kit/live';
import { Page } from '../kit/Page';

interface Upload {
  readonly key: number;
  readonly name: string;
  readonly size: number;
  /** 0 to 1 */
  readonly share: number;
  readonly state: 'waiting' | 'sending' | 'done' | 'refused' | 'cancelled';
  readonly problem?: Problem;
}

interface Props {
  readonly drawings: readonly DrawingHead[];
  readonly senders: readonly string[];
  readonly projects: readonly string[];
  /** Drawings and corrections that wait or are worked on. */
  readonly work: { readonly waiting: number; readonly running: number };
}

/** Where drawings arrive: say who sent them, then drop them. */
export function IntakePlace({ drawings, senders, projects, work }: Props) {
  const router = useRouter();
  const [sender, setSender] = useState('');
  const [project, setProject] = useState(projects[0] ?? '');
  const [over, setOver] = useState(false);
  const [uploads, setUploads] = useState<readonly Upload[]>([]);
  const next = useRef(1);
  const queue = useRef(Promise.resolve());
  const running = useRef(new Map<number, XMLHttpRequest>());
  const input = useRef<HTMLInputElement>(null);
  const listId = useId();

  const change = (key: number, patch: Partial<Upload>): void =>
    setUploads((all) => all.map((upload) => (upload.key === key ? { ...upload, ...patch } : upload)));

  const send = (file: File, key: number, from: string, forProject: string): Promise<void> =>
    new Promise((resolve) => {
      const request = new XMLHttpRequest();
      running.current.set(key, request);
      const query = new URLSearchParams({ name: file.name, sender: from, project: forProject });
      request.open('POST', `/api/drawings?${query}`);
      request.upload.onprogress = (event) =>
        change(key, { share: event.lengthComputable ? event.loaded / event.total : 0 });
      request.onload = () => {
        running.current.delete(key);
        const body = parse(request.responseText);
        if (request.status === 201) change(key, { state: 'done', share: 1 });
        else
          change(key, {
            state: 'refused',
            problem: body?.problem ?? {
              code: 'server',
              message: `The server refused the file (${request.status}).`,
              action: 'Try again.',
            },
          });
        router.refresh();
        resolve();
      };
      request.onerror = () => {
        running.current.delete(key);
        change(key, {
          state: 'refused',
          problem: {
            code: 'offline',
            message: 'The upload broke off.',
            action: 'Check that Zinc Warden is running, then send the file again.',
          },
        });
        resolve();
      };
      request.onabort = () => {
        running.current.delete(key);
        change(key, { state: 'cancelled' });
        resolve();
      };
      change(key, { state: 'sending' });
      request.send(file);
    });

  const take = (files: Iterable<File>): void => {
    for (const file of files) {
      const key = next.current++;
      setUploads((all) => [{ key, name: file.name, size: file.size, share: 0, state: 'waiting' }, ...all]);
      queue.current = queue.current.then(() => send(file, key, sender, project));
    }
  };

  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer.files);
  };

  return (
    <Page
      title="Intake"
      about="Drawings come in here. The original is kept as it was sent; corrections are made on a copy."
    >
      <div className="mb-6 grid grid-cols-[20rem_1fr] gap-6">
        <div className="space-y-3">
          <Suggesting
            id={`${listId}-s`}
            label="Sender"
            value={sender}
            onChange={setSender}
            options={senders}
            hint="What is decided on layer names is remembered for the sender."
          />
          <Suggesting
            id={`${listId}-p`}
            label="Project"
            value={project}
            onChange={setProject}
            options={projects}
          />
        </div>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a convenience; the button inside does the same */}
        <div
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={drop}
          className={`flex flex-col items-center justify-center gap-2 border-2 border-dashed px-6 py-8 text-center ${over ? 'border-verdigris bg-verdigris-soft' : 'border-rule bg-plate'}`}
        >
          <p className="text-[15px] font-medium">Drop drawings here</p>
          <Button look="main" onClick={() => input.current?.click()}>
            Choose files
          </Button>
          <p className="text-[13px] text-ink-2">
            DXF, text or binary, versions R12 to 2018. Several at once.
          </p>
          <input
            ref={input}
            type="file"
            multiple
            accept=".dxf,.DXF"
            aria-label="Drawings to take in"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              take([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </div>
      </div>
      {uploads.length > 0 && (
        <section aria-label="This upload" className="mb-6 border border-hairline bg-white">
          {uploads.map((upload) => (
            <div
              key={upload.key}
              className="flex min-h-8 items-center gap-3 border-b border-hairline px-3 py-1 last:border-b-0"
            >
              <span className="w-80 shrink-0 truncate font-medium" title={upload.name}>
                {upload.name}
              </span>
              <span className="figures w-20 shrink-0 text-right text-ink-2">{formatSize(upload.size)}</span>
              <UploadState upload={upload} />
              {upload.state === 'sending' && (
                <Button
                  look="quiet"
                  className="ml-auto h-6"
                  onClick={() => running.current.get(upload.key)?.abort()}
                >
                  Cancel
                </Button>
              )}
            </div>
          ))}
        </section>
      )}
      <Work
        begun={work}
        isUploading={uploads.some(({ state }) => state === 'waiting' || state === 'sending')}
      />
      <h2 className="mb-2 font-semibold">Last received</h2>
      <DrawingsTable {...beginningOf(drawings)} />
    </Page>
  );
}

/** How much is left to read, as the server gets on with it. */
function Work({ begun, isUploading }: { begun: Props['work']; isUploading: boolean }) {
  const [now, setNow] = useState(begun);
  const [most, setMost] = useState(0);
  // A page on which nothing happens keeps no connection: a browser has few of them.
  const active = isUploading || begun.waiting + begun.running > 0 || now.waiting + now.running > 0;
  useLive(active, (events) => {
    const last = events.findLast((event) => event.type === 'work');
    if (!last) return;
    setNow(last);
    setMost((before) =>
      last.waiting + last.running === 0 ? 0 : Math.max(before, last.waiting + last.running),
    );
  });
  const left = now.waiting + now.running;
  if (left === 0) return null;
  const of = Math.max(most, left);
  return (
    <p role="status" className="mb-4 flex items-center gap-3 text-[13px]">
      <progress value={of - left} max={of} className="h-2 w-48 accent-verdigris" aria-label="Drawings read" />
      <span className="figures">
        {of - left} of {of} read
      </span>
      <span className="text-ink-2">
        {now.running} being read, {now.waiting} waiting
      </span>
    </p>
  );
}

function UploadState({ upload }: { upload: Upload }) {
  switch (upload.state) {
    case 'done':
      return <span className="text-verdigris">Sent, to be read</span>;
    case 'cancelled':
      return <span className="text-ink-2">Cancelled</span>;
    case 'refused':
      return (
        <span role="alert" className="text-oxide">
          {upload.problem?.message} <span className="text-ink">{upload.problem?.action}</span>
        </span>
      );
    case 'waiting':
      return <span className="text-ink-2">Waiting</span>;
    default:
      return (
        <span className="flex items-center gap-2">
          <progress
            value={upload.share}
            max={1}
            className="h-2 w-48 accent-verdigris"
            aria-label={`${upload.name}, sent`}
          />
          <span className="figures">{Math.round(upload.share * 100)} %</span>
        </span>
      );
  }
}

function Suggesting({
  id,
  label,
  value,
  onChange,
  options,
  hint,
}: {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  options: readonly string[];
  hint?: string;
}) {
  return (
    <div>
      <label htmlFor={id} className="mb-0.5 block text-[12.5px] text-ink-2">
        {label}
      </label>
      <input
        id={id}
        list={`${id}-list`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        maxLength={120}
        className="h-8 w-full rounded-md border border-rule bg-white px-2 text-[13px]"
      />
      <datalist id={`${id}-list`}>
        {options.map((option) => (
          <option key={option} value={option} />
        ))}
      </datalist>
      {hint && <p className="mt-0.5 text-[12px] leading-4 text-ink-3">{hint}</p>}
    </div>
  );
}

function parse(text: string): { problem?: Problem } | null {
  try {
    return JSON.parse(text) as { problem?: Problem };
  } catch {
    return null;
  }
}
