import { pages } from 'virtual:guide'

/** The page that helps first on a screen; the first one of all where none does. */
export const pageFor = (screen: string) => pages.find((p) => p.screens.includes(screen)) ?? pages[0]
