declare const perMinuteBrand: unique symbol;
/** A feed rate as lines have it behind `F`, mm/min. Everywhere else a feed rate is a plain number, mm/s. */
export type FeedPerMinute = number & { readonly [perMinuteBrand]: true };

/** A number that stands behind `F` in a line, its inches made into mm, as what it is: mm/min. */
export function writtenFeed(value: number): FeedPerMinute {
  return value as FeedPerMinute;
}

/** What a line says behind `F`, in mm/s. */
export function perSecond(feed: FeedPerMinute): number {
  return feed / 60;
}

/** What a line has to say behind `F` for a feed rate in mm/s. */
export function perMinute(feed: number): FeedPerMinute {
  return writtenFeed(feed * 60);
}
