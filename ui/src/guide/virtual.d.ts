/** The pages of the guide, in their order; made by ui/tools/guide.ts out of docs/guide. */
declare module 'virtual:guide' {
  export const pages: { id: string; title: string; screens: string[]; load: () => Promise<{ default: string }> }[]
}
