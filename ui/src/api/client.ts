import { say } from './words'
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'
import { inRoom } from '../shared/shell/site'
import { cameFrom } from './away'
import { LeftUnsent, retrying } from './retry'

type Schemas = components['schemas']
export type Brief = Schemas['Brief']
export type LayoutSystem = Schemas['LayoutSystem']
export type Plan = Schemas['Plan']
export type Box = Schemas['Box']
export type BoxNote = Schemas['BoxNote']
export type RunEvent = Schemas['Event']
export type Run = Schemas['Run']
export type Band = Schemas['Band']
export type Cycle = Schemas['Cycle']
export type Round = Schemas['Round']
export type RoundStop = Schemas['RoundStop']
export type Score = Schemas['Score']
export type ScoreBar = Schemas['ScoreBar']
export type ScoreItem = Schemas['ScoreItem']
export type Catalogue = Schemas['Catalogue']
export type Kept = Schemas['Kept']
export type Outline = Schemas['Outline']
export type Choice = Schemas['Choice']
export type FingerReason = Schemas['FingerReason']
export type Sight = Schemas['Sight']
export type Grip = Schemas['Grip']
export type CompareSet = Schemas['CompareSet']
export type Ladder = Schemas['Ladder']
export type LadderRequest = Schemas['LadderRequest']
export type LadderStep = Schemas['LadderStep']
export type Take = Schemas['Take']
export type LogEntry = Schemas['LogEntry']
export type LogResult = LogEntry['result']
export type Pupil = Schemas['Pupil']
export type Member = Schemas['Member']
export type Together = Schemas['Together']
export type GroupPart = Schemas['GroupPart']
export type GroupKey = Schemas['GroupKey']
export type StoredPupil = Schemas['StoredPupil']
export type Assignment = Schemas['Assignment']
export type StoredAssignment = Schemas['StoredAssignment']
export type SetWork = Schemas['SetWork']
export type PupilWork = Schemas['PupilWork']
export type Progress = Schemas['Progress']
export type Today = Schemas['Today']
export type TodayRow = Schemas['TodayRow']
export type NextProposal = Schemas['NextProposal']
export type PracticeMap = Schemas['PracticeMap']
export type ScheduleRequest = Schemas['ScheduleRequest']
export type ScheduleDate = Schemas['ScheduleDate']
export type ScheduleItem = Schemas['ScheduleItem']
export type KeptWeeks = Schemas['KeptWeeks']
export type Call = Schemas['Call']
export type CallRequest = Schemas['CallRequest']
export type CallAnswered = Schemas['CallAnswered']
export type CallMarked = Schemas['CallMarked']
export type CallKinds = Schemas['CallKinds']
export type Sitting = Schemas['Sitting']
export type Knowledge = Schemas['Knowledge']
export type WorksheetRequest = Schemas['WorksheetRequest']
export type Worksheet = Schemas['Worksheet']
export type WorksheetItem = Schemas['WorksheetItem']
export type JudgedItem = Schemas['JudgedItem']
export type Phrase = Schemas['Phrase']
export type Aside = Schemas['Aside']
export type Keeping = Schemas['Keeping']
export type StandLink = Schemas['StandLink']
export type BackupSeen = Schemas['BackupSeen']
export type Comparison = Schemas['Comparison']
export type Slide = Schemas['Slide']
export type NearestStop = Schemas['NearestStop']
export type FormulaReport = Schemas['FormulaReport']
export type FieldError = Schemas['FieldError']
export type Problem = Schemas['Problem']

export const api = createClient<paths>({ baseUrl: inRoom('/'), fetch: retrying })

/** What went wrong with a call: a problem of the brief, or no answer at all. */
export class CallError extends Error {
  constructor(
    message: string,
    readonly fields: FieldError[] = [],
    readonly status = 0,
    readonly problem?: Problem,
  ) {
    super(message)
  }
}

interface Answer<T> {
  data?: T
  error?: Problem
  response: Response
}

/** What is done where a session has run out; the shell says it, and what was typed stays. */
let signedOut: () => void = () => undefined
export const onSignedOut = (run: () => void) => (signedOut = run)

/** Gives the data of an answer or throws a CallError. */
export const take = async <T>(call: Promise<Answer<T>>): Promise<T> => (await answerOf(call)).data

/** The data of an answer, and whether it is none yet: a change that waits until it is sent. Throws a CallError. */
export async function answerOf<T>(call: Promise<Answer<T>>): Promise<{ data: T; waits: boolean }> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause
    if (cause instanceof LeftUnsent) throw new CallError(say.itWasntSent)
    throw new CallError(say.cantReachEvenLadderIsIt)
  }
  if (answer.response) cameFrom(answer.response)
  if (answer.response?.status === 401) signedOut()
  const { error } = answer
  if (error) throw new CallError(error.errors.length ? error.title : [error.title, error.detail].filter(Boolean).join('. '), error.errors, answer.response.status, error)
  return { data: answer.data as T, waits: answer.response?.status === 202 }
}
