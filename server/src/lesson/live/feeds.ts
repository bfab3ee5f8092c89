import type { Sequelize } from 'sequelize';
import { ChangeFeed } from './feed.js';

/** The feeds of the schools that somebody looks on at. */
export class ChangeFeeds {
  private readonly feeds = new Map<string, ChangeFeed>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly failed: (error: unknown) => void,
  ) {}

  of(school: string): ChangeFeed {
    let feed = this.feeds.get(school);
    if (!feed) {
      feed = new ChangeFeed(this.sequelize, school, this.failed);
      this.feeds.set(school, feed);
    }
    return feed;
  }

  look(): void {
    for (const feed of this.feeds.values()) feed.poll();
  }

  end(): void {
    for (const feed of this.feeds.values()) feed.end();
  }
}
