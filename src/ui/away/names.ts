/** What the pages and their service worker call things by. */
export const serviceWorkerPath = "/service-worker.js";

/** The page that stands in for every other while the server cannot be reached. */
export const awayPath = "/away";

export const photoCache = "ember-photos";
