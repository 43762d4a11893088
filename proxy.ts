import { randomBytes } from 'node:crypto';
import { type NextRequest, NextResponse } from 'next/server';
import { contentPolicy, hostProblem, isAllowedHost } from '@/server/hosts';

/**
 * Every request for a page goes through here before anything else. Routes of the interface look at the host themselves:
 * what is sent to them streams, and would be held in memory here.
 */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get('host');
  if (!isAllowedHost(host)) return NextResponse.json({ problem: hostProblem(host) }, { status: 403 });
  const policy = contentPolicy(randomBytes(16).toString('base64'), process.env.NODE_ENV === 'development');
  const headers = new Headers(request.headers);
  // The framework reads the number that its scripts must name out of this header.
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = { matcher: ['/((?!_next/static|fonts/|api/).*)'] };
