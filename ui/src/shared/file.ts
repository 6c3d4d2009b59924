/** The file that was chosen in an input, which then takes the same file again; undefined for none. */
export function chosenFile(event: Event): File | undefined {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  return file
}
