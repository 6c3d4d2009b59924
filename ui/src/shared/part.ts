/** What a sentence is completed with: a name or a number. */
export type Part = string | number
