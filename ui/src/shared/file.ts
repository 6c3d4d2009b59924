import { say } from './words'
/** The file that was chosen in an input, which then takes the same file again; undefined for none. */
export function chosenFile(event: Event): File | undefined {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  return file
}

/** The size of a file in words. */
export const sizeWords = (bytes: number) => (bytes < 1e5 ? say.kilobytes(Math.max(Math.round(bytes / 1000), 1)) : say.megabytes((bytes / 1e6).toFixed(1)))
