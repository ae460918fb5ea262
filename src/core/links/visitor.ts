/** Who visits, as far as a request says: in broad classes, and never more than is counted. */
import Bowser from 'bowser';
import { isbot } from 'isbot';
import type { PhoneKind } from './link';

export const whos = ['person', 'preview', 'robot'] as const;
export type Who = (typeof whos)[number];
export const devices = ['phone', 'tablet', 'computer', 'other'] as const;
export type Device = (typeof devices)[number];
export const systems = ['Android', 'Apple', 'Windows', 'Linux', 'other'] as const;
export type System = (typeof systems)[number];

export interface Visitor {
  readonly who: Who;
  readonly device: Device;
  readonly system: System;
  readonly phone: PhoneKind | null;
}

/** Programs that fetch an address to show what it leads to, when somebody sends it to somebody (by the names that they give; from memory). */
const previews =
  /whatsapp|facebookexternalhit|facebot|telegrambot|twitterbot|slackbot|discordbot|linkedinbot|pinterest(?:bot)?\/|skypeuripreview|viber|snapchat|redditbot|embedly|iframely|vkshare|google-?(?:messages|pagerenderer)|mattermost|signal-|teams?-?preview|bitlybot/i;

const unknown: Visitor = { who: 'robot', device: 'other', system: 'other', phone: null };

const systemOf = (os: string): System => {
  if (os === 'Android') return 'Android';
  if (os === 'iOS' || os === 'macOS') return 'Apple';
  if (os === 'Windows' || os === 'Windows Phone') return 'Windows';
  return os === 'Linux' || os === 'Chrome OS' ? 'Linux' : 'other';
};
const deviceOf = (platform: string): Device =>
  platform === 'mobile'
    ? 'phone'
    : platform === 'tablet'
      ? 'tablet'
      : platform === 'desktop'
        ? 'computer'
        : 'other';

/** From the user agent that a request names (RFC 9110, 10.1.5); one that names none is a robot. */
export function visitorOf(userAgent: string): Visitor {
  if (userAgent === '') return unknown;
  if (previews.test(userAgent)) return { ...unknown, who: 'preview' };
  if (isbot(userAgent)) return unknown;
  const { os, platform } = Bowser.parse(userAgent);
  const system = systemOf(os.name ?? '');
  const device = deviceOf(platform.type ?? '');
  const isPhone = device === 'phone' || device === 'tablet';
  return {
    who: 'person',
    device,
    system,
    phone: isPhone && (system === 'Android' || system === 'Apple') ? system : null,
  };
}

const mostKept = 4000;

/** The same with what was found out before kept: most visitors name one of few programs. */
export function visitorsKept(): (userAgent: string) => Visitor {
  const known = new Map<string, Visitor>();
  return (userAgent) => {
    let visitor = known.get(userAgent);
    if (visitor !== undefined) return visitor;
    visitor = visitorOf(userAgent.slice(0, 400));
    if (known.size >= mostKept) known.clear();
    known.set(userAgent, visitor);
    return visitor;
  };
}

/** The language that is preferred, without its country; empty where none is named (RFC 9110, 12.5.4). */
export const languageOf = (acceptLanguage: string): string =>
  /^\s*([A-Za-z]{2,3})(?:[-_;,\s]|$)/.exec(acceptLanguage)?.[1]?.toLowerCase() ?? '';
