/** All links in memory, by their ids and by every slug that leads to them: a visit asks no database. */
import { slugKey } from '../../core/links';
import type { AskVisits } from '../../wire';
import { Problem } from '../http';
import type { KeptLink } from './store';

export class LinkTable {
  private readonly bySlug = new Map<string, KeptLink>();
  private readonly byId = new Map<string, KeptLink>();

  /** A link that is new or was changed; null for one that is gone. */
  learn(id: string, kept: KeptLink | null): void {
    for (const key of keysOf(this.byId.get(id))) this.bySlug.delete(key);
    // The last that was changed comes last.
    this.byId.delete(id);
    if (kept === null) return;
    this.byId.set(id, kept);
    for (const key of keysOf(kept)) this.bySlug.set(key, kept);
  }

  /** The last that was changed first. */
  all(): KeptLink[] {
    return [...this.byId.values()].reverse();
  }

  find(id: string): KeptLink | null {
    return this.byId.get(id) ?? null;
  }

  /** By the slug as `slugKey` writes it. */
  ofKey(key: string): KeptLink | undefined {
    return this.bySlug.get(key);
  }

  keys(): string[] {
    return [...this.bySlug.keys()];
  }

  keysOf(id: string): string[] {
    return keysOf(this.byId.get(id));
  }

  /** Of the links that are asked about; null for all. Throws a `Problem` where there is no such link. */
  keysAskedAbout({ link, collection, campaign }: AskVisits): readonly string[] | null {
    if (link !== undefined) {
      if (!this.byId.has(link)) throw new Problem(404, 'There is no such link.');
      return this.keysOf(link);
    }
    if (collection === undefined && campaign === undefined) return null;
    return [...this.byId.values()]
      .filter(
        (kept) =>
          (collection === undefined || kept.link.collection === collection) &&
          (campaign === undefined || kept.link.campaign === campaign),
      )
      .flatMap(keysOf);
  }
}

const keysOf = (kept: KeptLink | undefined): string[] =>
  kept?.link.places.map(({ slug }) => slugKey(slug)) ?? [];
