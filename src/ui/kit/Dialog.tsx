'use client';

import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly about?: string;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

/** The one decision that is asked for, over everything else. */
export function Dialog({ open, onOpenChange, title, about, children, wide }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35" />
        <Radix.Content
          className={`fixed left-1/2 top-[12vh] z-50 flex max-h-[76vh] w-[calc(100vw-4rem)] ${wide ? 'max-w-2xl' : 'max-w-lg'} -translate-x-1/2 flex-col border border-ink bg-plate`}
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
