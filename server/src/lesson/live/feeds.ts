import type { Sequelize } from 'sequelize';
import { Feed } from './feed.js';

/** The feeds of the schools that somebody looks on at. */
export class Feeds {
  private readonly feeds = new Map<string, Feed>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly failed: (error: unknown) => void,
  ) {}

  of(school: string): Feed {
    let feed = this.feeds.get(school);
    if (!feed) {
      feed = new Feed(this.sequelize, school, this.failed);
      this.feeds.set(school, feed);
    }
    return feed;
  }

  look(): void {
    for (const feed of this.feeds.values()) feed.look();
  }

  end(): void {
    for (const feed of this.feeds.values()) feed.end();
  }
}
