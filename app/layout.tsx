import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { editionInForce } from '@/server/editions';
import { Frame } from '@/ui/frame/Frame';
import { ScriptFaces } from '@/ui/frame/ScriptFaces';
import './globals.css';

export const metadata: Metadata = { title: { default: 'Zinc Warden', template: '%s · Zinc Warden' } };
export const dynamic = 'force-dynamic';

export default function RootLayout({ children }: { children: ReactNode }) {
  const inForce = editionInForce();
  return (
    <html lang="en">
      <body>
        <Frame
          edition={
            inForce && {
              office: inForce.standard.name,
              label: inForce.label,
              issued: inForce.state === 'issued',
            }
          }
        >
          {children}
        </Frame>
        <ScriptFaces />
      </body>
    </html>
  );
}
