// A module of its own, so that it can be loaded apart from the page.
export { describeChanges } from '@ostrakon/core';
