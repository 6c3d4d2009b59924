import { useKept } from '../shell/site'

/** Whether anyone is taught here, as far as this device has seen: it decides what a screen offers first. */
export const taught = useKept('taught', true)
