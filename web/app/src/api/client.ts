import createClient from 'openapi-fetch'

import { chance } from '../lib/chance'
import { answered, silent } from '../lib/reach'
import { units } from '../lib/units'

import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Saved = Schemas['Saved']
export type Lesson = Schemas['Lesson']
export type Step = Schemas['Step']
export type Mixture = Schemas['Mixture']
export type Swatch = Schemas['Swatch']
export type ScoreRow = Schemas['Row']
export type Column = Schemas['Column']
export type Phrase = Schemas['Phrase']
export type Edit = Schemas['Edit']
export type Edited = Schemas['Edited']
export type Editing = Schemas['Editing']
export type Place = Schemas['Placed']['place']
export type Habits = Schemas['Habits']
export type Measure = Schemas['Measure']
export type Thing = Schemas['Thing']
export type Tidying = Schemas['Tidying']
export type Rehearsed = Schemas['Rehearsed']
export type Report = Schemas['Report']
export type Finding = Schemas['Finding']
export type Ranking = Schemas['Ranking']
export type Remedy = Schemas['Remedy']
export type Vocabulary = Schemas['Vocabulary']
export type Tube = Schemas['Paint']
export type Amounts = Schemas['LaidOut']
export type Laid = NonNullable<Amounts['map']>
export type Colour = Schemas['Colour']
export type Recipe = Schemas['Recipe']
export type Mixed = Schemas['Mixed']
export type Meter = Schemas['Calibration']
export type Reading = Schemas['Reading']
export type ReadingRequest = Schemas['MeterRequest']
export type Sample = Schemas['SampleRead']
export type Measured = Schemas['Measured']
export type Batch = Schemas['Batch']
export type BatchRequest = Schemas['BatchRequest']
export type PileRequest = Schemas['PileRequest']
export type Wanted = Schemas['Wanted']
export type Part = Schemas['Part']
export type Wish = Schemas['Wish']
export type Guides = Schemas['Guides']
export type Arrangement = Schemas['Arrangement']
export type Light = Schemas['Light']
export type Reference = Schemas['Reference']
export type LightRequest = Schemas['LightRequest']
export type Asked = Schemas['Asked']
export type Came = Schemas['Came']
export type Job = Schemas['Job']
export type News = Schemas['Event']
export type Measures = Schemas['Measures']
export type Zone = Schemas['Zone']
export type Plane = Schemas['Plane']
export type Rung = Schemas['Rung']
export type MixRequest = Schemas['MixRequest']
export type ScaleRequest = Schemas['ScaleRequest']
export type Specimen = Schemas['Specimen']
export type Proposal = Schemas['Proposal']
export type Choice = Schemas['Choice']
export type Toolset = Schemas['Toolset']
export type Tool = Schemas['Tool']
export type After = Schemas['After']
export type BringRequest = Schemas['BringRequest']
export type StepWish = Schemas['StepWish']
export type Cupboard = Schemas['Cupboard']
export type Stocked = Schemas['Stocked']
export type Want = Schemas['Want']
export type Run = Schemas['Run']
export type Ran = Schemas['Ran']
export type OnShelf = Schemas['OnShelf']
export type Looked = Schemas['Looked']
export type Mend = Schemas['Mend']
export type ToDo = Schemas['ToDo']
export type OnDay = Schemas['OnDay']
export type Class = Schemas['Class']
export type Prep = Schemas['Prep']
export type Prepared = Schemas['Prepared']
export type Needed = Schemas['Needed']
export type Stores = Schemas['Stores']
export type Good = Schemas['Good']
export type GoodInfo = Schemas['GoodInfo']
export type Pack = Schemas['Pack']
export type Order = Schemas['Order']
export type Reorder = Schemas['Reorder']
export type Happening = Schemas['Happening']
export type Teaching = Schemas['Teaching']
export type Card = Schemas['Card']
export type ByStudent = Schemas['ByStudent']
export type FromSeat = Schemas['FromSeat']
export type Seated = Schemas['Seated']
export type Rescued = Schemas['Rescued']
export type ClassLog = Schemas['Log']
export type Canvas = Schemas['Canvas']
export type OnWall = Schemas['OnWall']
export type Door = Schemas['Door']
export type Late = Schemas['Late']
export type Option = Schemas['Option']
export type Term = Schemas['Term']
export type Pupils = Schemas['Found']
export type Printed = Schemas['Printed']
export type Problem = Omit<Schemas['ErrorModel'], 'type'>

/** Refusal is a problem reply: what was wrong, where, and the cure. */
export class Refusal extends Error {
  readonly status: number
  readonly problem: Problem
  constructor(status: number, problem: Problem) {
    super(problem.detail ?? problem.title ?? `The server answered ${status}.`)
    this.status = status
    this.problem = problem
  }

  /** Whether it may be otherwise when it is asked again: nothing was wrong with the question. */
  get passes(): boolean {
    return this.status === 503 || this.status === 429
  }
}

/** How often a write is sent again whose reply was lost, and how long between, ms. */
const mostTries = 4
const between = 300

/**
 * send sends a request. A write carries a key, by which the server knows it again: when its
 * reply is lost it can be sent once more, and is the same write.
 */
async function send(request: Request): Promise<Response> {
  request.headers.set('Units', units())
  if (request.method === 'GET') return heard(request)
  const own = request.headers.has('Idempotency-Key') // who brings a key sends it again as well
  if (own) return heard(request)
  request.headers.set('Idempotency-Key', chance(12))
  for (let tries = 1; ; tries++) {
    try {
      const reply = await heard(request.clone())
      if (tries === mostTries || (reply.status !== 503 && reply.status !== 429)) return reply
    } catch (error) {
      if (tries === mostTries || request.signal.aborted) throw error
    }
    await new Promise((resolve) => window.setTimeout(resolve, between * 2 ** tries))
  }
}

/** heard sends a request, and tells whether the server answers at all. */
async function heard(request: Request): Promise<Response> {
  try {
    const reply = await fetch(request)
    if (reply.status !== 502 && reply.status !== 503) answered()
    return reply
  } catch (error) {
    if (!request.signal.aborted) silent()
    throw error
  }
}

export const api = createClient<paths>({ baseUrl: '/', fetch: send })

/** unwrap turns a reply into its data, or throws its problem as a Refusal. */
export async function unwrap<T>(reply: Promise<{ data?: T; error?: Problem; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await reply
  } catch {
    throw new Refusal(503, { title: 'No answer', detail: 'The server does not answer. What you see is kept; try again in a moment.' })
  }
  if (answer.data === undefined) {
    throw new Refusal(answer.response.status, answer.error ?? { title: answer.response.statusText, detail: `The server answered ${answer.response.status}.` })
  }
  return answer.data
}
