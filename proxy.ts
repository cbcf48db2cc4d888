import { NextResponse, type NextRequest } from 'next/server';
import { refusal } from './src/server/gate';
import { Problem } from './src/server/problem';

export function proxy(request: NextRequest) {
  const why = refusal(request.headers);
  if (why) return new Problem(403, 'Refused', why).response();
  const response = NextResponse.next();
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('x-frame-options', 'DENY');
  response.headers.set('referrer-policy', 'same-origin');
  return response;
}
