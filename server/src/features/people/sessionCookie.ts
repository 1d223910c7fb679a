import { parse, serialize } from 'cookie';
import type { Request, Response } from 'express';
import { SESSION_MS } from './sessions.ts';

const NAME = 'ostrakon';
/** Only the owner's door is told of it; scripts and other sites are not (RFC 6265bis, sections 5.6 and 8.8). */
const FACTS = { httpOnly: true, sameSite: 'strict', path: '/api' } as const;

export const setCookie = (req: Request, res: Response, token: string): void =>
  void res.append('Set-Cookie', serialize(NAME, token, { ...FACTS, secure: req.secure, maxAge: SESSION_MS / 1000 }));

export const dropCookie = (req: Request, res: Response): void =>
  void res.append('Set-Cookie', serialize(NAME, '', { ...FACTS, secure: req.secure, maxAge: 0 }));

export const tokenIn = ({ headers }: Request): string | undefined =>
  headers.cookie === undefined ? undefined : parse(headers.cookie)[NAME];
