// Prints the events of a calendar on standard input as the npm library ical.js reads them.
import { readFileSync } from 'node:fs'
import ICAL from 'ical.js'

const calendar = new ICAL.Component(ICAL.parse(readFileSync(0, 'utf8')))
const events = calendar.getAllSubcomponents('vevent').map((v) => {
  const e = new ICAL.Event(v)
  return { uid: e.uid, summary: e.summary, description: e.description, start: e.startDate.toString(), end: e.endDate.toString(), allDay: e.startDate.isDate }
})
process.stdout.write(JSON.stringify({ version: calendar.getFirstPropertyValue('version'), events }))
