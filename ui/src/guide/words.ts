import type { Part } from '../shared/part'

/** What people read around the pages of the guide; the pages themselves are in docs/guide. */
export const say = {
  guide: 'Guide',
  pages: 'Pages of the guide',
  next: (title: Part) => `Next: ${title}`,
  print: 'Print this page',
  noSuchPage: 'The guide has no page with this name. Choose one from the list.',
}
