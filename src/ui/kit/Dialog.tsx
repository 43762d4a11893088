'use client';

import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, useRef } from 'react';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly about?: string;
  readonly children: ReactNode;
  /** Wide for a table; as wide and high as the window for pictures. */
  readonly size?: 'usual' | 'wide' | 'whole';
}

const SIZES = {
  usual: 'top-[12vh] max-h-[76vh] w-[calc(100vw-4rem)] max-w-lg',
  wide: 'top-[12vh] max-h-[76vh] w-[calc(100vw-4rem)] max-w-2xl',
  whole: 'top-[4vh] h-[92vh] w-[calc(100vw-4rem)]',
} as const;

/** The one decision that is asked for, over everything else. */
export function Dialog({ open, onOpenChange, title, about, children, size = 'usual' }: Props) {
  const before = useRef<Element | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35" />
        <Radix.Content
          className={`fixed left-1/2 z-50 flex -translate-x-1/2 flex-col border border-ink bg-plate ${SIZES[size]}`}
          onOpenAutoFocus={() => {
            before.current = document.activeElement;
          }}
          onCloseAutoFocus={(event) => {
            // A dialog opened by a key has no button to go back to: the focus goes where it was, or to the page.
            event.preventDefault();
            const back = before.current;
            if (back instanceof HTMLElement && back.isConnected && back !== document.body) back.focus();
            else document.getElementById('main')?.focus();
          }}
          {...(about ? {} : { 'aria-describedby': undefined })}
        >
          <div className="border-b border-hairline px-5 pb-3 pt-4">
            <Radix.Title className="text-[16px] font-semibold">{title}</Radix.Title>
            {about && <Radix.Description className="mt-1 text-[13px] text-ink-2">{about}</Radix.Description>}
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

export const DialogFoot = ({ children }: { children: ReactNode }) => (
  <div className="flex justify-end gap-2 border-t border-hairline px-5 py-3">{children}</div>
);
