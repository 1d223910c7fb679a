import { belowCost, compile, type RateBook, type Survey } from '@ostrakon/core';

// Every probe at every address is quoted anew: away from the page.
self.onmessage = ({ data: { book, survey } }: MessageEvent<{ book: RateBook; survey: Survey }>) =>
  self.postMessage(belowCost(compile(book), survey));
