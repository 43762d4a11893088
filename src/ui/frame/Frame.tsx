'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import { isIn, PLACES } from './places';

export interface FrameEdition {
  readonly office: string;
  readonly label: string;
  readonly issued: boolean;
}

/** Beside a sheet notices stand over the paper: not over the ledger, a panel, or the bar below. */
const OVER_SHEET = { left: 'calc(42% + 16px)', bottom: 84 };

/** Where a form stands on the right, notices of what it saved do not lie over its buttons. */
const FORM_ON_THE_RIGHT = /^\/standard/;

/** The frame around every place: the six places, and which edition is in force. */
export function Frame({ edition, children }: { edition: FrameEdition | null; children: ReactNode }) {
  const path = usePathname();
  const onSheet = /^\/drawings\/\d+/.test(path);
  return (
    <div className="flex h-dvh min-h-0 flex-col">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-white focus:px-3 focus:py-2"
      >
        Skip to the content
      </a>
      <header className="flex h-12 shrink-0 items-stretch border-b border-rule bg-plate px-4">
        <Link
          href="/"
          className="mr-7 flex shrink-0 items-center whitespace-nowrap gap-2.5 font-semibold tracking-[-0.01em]"
        >
          <Mark />
          Zinc Warden
        </Link>
        <nav aria-label="Places" className="flex items-stretch">
          {PLACES.map((place) => {
            const { href, name } = place;
            const here = isIn(path, place);
            return (
              <Link
                key={href}
                href={href}
                aria-current={here ? 'page' : undefined}
                className={`flex items-center border-b-[3px] border-t-[3px] border-t-transparent px-3 ${
                  here ? 'border-b-verdigris font-semibold' : 'border-b-transparent text-ink-2 hover:text-ink'
                }`}
              >
                {name}
              </Link>
            );
          })}
        </nav>
        <div className="ml-auto flex min-w-0 items-center gap-3 pl-6 text-[13px] text-ink-2">
          {edition ? (
            <>
              <span className="truncate">{edition.office}</span>
              <Link
                href="/standard"
                className="figures shrink-0 border-l border-hairline pl-3 text-ink hover:text-verdigris"
              >
                {edition.label}
                {edition.issued ? ' in force' : ', not issued'}
              </Link>
            </>
          ) : (
            <Link href="/standard" className="text-verdigris underline underline-offset-2">
              Define a standard
            </Link>
          )}
        </div>
      </header>
      <main id="main" tabIndex={-1} className="outline-none flex min-h-0 flex-1 flex-col">
        {children}
      </main>
      <Toaster
        // Under whatever is asked in a dialog: a notice never lies over its buttons.
        style={{ zIndex: 30 }}
        position={onSheet || FORM_ON_THE_RIGHT.test(path) ? 'bottom-left' : 'bottom-right'}
        offset={onSheet ? OVER_SHEET : undefined}
        toastOptions={{ className: 'font-sans', style: { borderRadius: 3 } }}
      />
    </div>
  );
}

/** A sheet with one corner let into a plate. */
function Mark() {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
      <path d="M1 1h13l5 5v13H1z" fill="#6d797f" />
      <path d="M4 8h12v8H4z" fill="#fff" />
      <path d="M6 13.5h8" stroke="#1c6a61" strokeWidth="1.6" />
      <path d="M6 10.7h5" stroke="#6d797f" strokeWidth="0.9" />
    </svg>
  );
}
