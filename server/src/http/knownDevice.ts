/**
 * A browser that somebody has signed in on keeps a mark of it, also when they sign out: wrong passphrases of others are
 * counted apart from theirs, and a visitor of the demo comes back to what was theirs.
 */
import { parseCookie } from 'cookie';
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Request, Response } from 'express';
import type { CookieShape } from './cookies.ts';

export interface Mark {
  memberId: string;
  /** Of this browser and this member alone. */
  nonce: string;
}

/** Members a browser is known of; the one longest ago goes first. */
const MOST_MARKS = 6;
const YEAR_MS = 365 * 24 * 3600 * 1000;

export class KnownDevices {
  constructor(
    private readonly secret: string,
    private readonly cookie: CookieShape,
  ) {}

  /** The marks a browser sends that we gave it. */
  of(request: Request): Mark[] {
    const sent = parseCookie(request.get('cookie') ?? '')[this.cookie.known] ?? '';
    return sent
      .split('~')
      .slice(0, MOST_MARKS)
      .flatMap((text) => {
        const [memberId = '', nonce = '', mac = ''] = text.split('.');
        return this.isOurs({ memberId, nonce }, mac) ? [{ memberId, nonce }] : [];
      });
  }

  remember(request: Request, response: Response, memberId: string): void {
    const others = this.of(request).filter((mark) => mark.memberId !== memberId);
    const marks = [{ memberId, nonce: randomBytes(12).toString('hex') }, ...others].slice(0, MOST_MARKS);
    const value = marks.map((mark) => `${mark.memberId}.${mark.nonce}.${this.mac(mark)}`).join('~');
    response.cookie(this.cookie.known, value, { ...this.cookie.options, maxAge: YEAR_MS });
  }

  private mac({ memberId, nonce }: Mark): string {
    return createHmac('sha256', this.secret).update(`known device ${memberId}.${nonce}`).digest('hex');
  }

  private isOurs(mark: Mark, mac: string): boolean {
    const [ours, theirs] = [Buffer.from(this.mac(mark)), Buffer.from(mac)];
    return ours.length === theirs.length && timingSafeEqual(ours, theirs);
  }
}
