import { api, Refusal, unwrap, type Edit, type Edited, type Editing, type Lesson, type Saved } from '../api/client'
import { cache } from '../api/cache'
import { chance } from './chance'
import { changes } from './own'
import { whenBack } from './reach'
import { Signal } from './signal'

/** A Making is an edit, or how to make one of the lesson as it is when its turn comes. */
export type Making = Edit | ((lesson: Lesson) => Edit | undefined)

/** Where an edit comes from decides which way its reverse goes. */
export type Origin = 'new' | 'undo' | 'redo'

/** Waiting is an edit that is not saved yet. Its key lets the server know it again. */
interface Waiting {
  key: string
  origin: Origin
  /** Of one that takes back or does again: known when its turn comes. */
  ask: Editing | undefined
  /** Makes it anew when its turn comes, until it was sent; gone after the page was loaded anew. */
  make?: (lesson: Lesson) => Edit | undefined
  /** It was sent, and may have arrived. */
  sent?: boolean
  /** It was given up after it was sent: it is sent until it is known, and then taken back. Nobody waits for it. */
  given?: 'edit' | 'back'
}

interface Entry {
  ask: Editing // what takes the change back
  said: string
}

interface Past {
  undo: Entry[]
  redo: Entry[]
}

/** What is known of the saving of a lesson. */
export interface Saving {
  /** How many edits are not saved yet. */
  waits: number
  /** Why they wait: they are on their way, the server is silent, or somebody else changed the same. */
  why: 'sending' | 'silent' | 'clash'
  clash: Refusal | undefined
  /** Why the last edit was refused. */
  problem: string | undefined
  undo: Entry | undefined
  redo: Entry | undefined
}

type Done = (before: Saved, after: Edited) => void

const most = 200

/** How long it is waited before an edit is sent again that had no answer, ms. */
const between = [500, 1000, 2000, 4000]

/** A box of edits belongs to this tab, also after it was loaded anew. */
const mine = (sessionStorage.box ??= chance(9)) as string

/** orphaned is how old a box of another tab is when its edits are taken over, ms. */
const orphaned = 15_000

function read<T>(store: Storage, key: string, none: T): T {
  try {
    return (JSON.parse(store.getItem(key) ?? 'null') as T | null) ?? none
  } catch {
    return none
  }
}

/**
 * A Desk is where one lesson is changed: its edits one after the other, each kept until it is
 * saved and remembered so that it can be taken back. It goes on while rooms come and go.
 */
export class Desk {
  readonly saving: Signal<Saving>
  private readonly done = new Set<Done>()
  private readonly studio: string
  private readonly id: string
  private waiting: Waiting[] = []
  private past: Past
  private born = false
  private sending = false
  private silence = 0 // how often there was no answer
  private timer: number | undefined
  private own: number[] // the newest revisions that were made here
  private problem: string | undefined
  private clash: Refusal | undefined
  private refused: Editing | undefined // what clashed

  constructor(studio: string, id: string) {
    this.studio = studio
    this.id = id
    this.past = read(sessionStorage, `history ${id}`, { undo: [], redo: [] })
    this.own = read<number[]>(sessionStorage, `own ${id}`, [])
    this.takeOver()
    this.saving = new Signal(this.now())
    this.born = true
    whenBack(() => this.again())
    void this.send()
  }

  /** listen hears of every edit that was saved; what it returns ends that. */
  listen(done: Done): () => void {
    this.done.add(done)
    return () => this.done.delete(done)
  }

  /** apply saves an edit, after those that wait; of the lesson as it is, or as it was when the edit was worked out. */
  apply(making: Making, saved = this.saved()) {
    const make = typeof making === 'function' ? making : undefined
    const edit = make ? saved && make(saved.lesson) : (making as Edit)
    if (!edit || !saved) return
    this.put({ key: chance(12), origin: 'new', ask: { from: saved.revision, edit }, ...(make ? { make } : {}) })
  }

  /** undo takes the last change back: one that is not saved yet is given up. */
  undo() {
    const last = this.wanted().at(-1)
    if (!last || (last.sent && this.silence === 0 && !this.clash)) this.reverse('undo')
    else if (last.sent && this.clash) this.settle(false)
    else this.giveUp(last)
  }

  /** giveUp forgets an edit that was never sent. Of one that had no answer nobody knows whether it arrived. */
  private giveUp(w: Waiting) {
    if (w.sent) w.given = 'edit'
    else this.waiting = this.waiting.filter((one) => one !== w)
    this.keep()
  }

  /** wanted are those that somebody waits for. */
  private wanted = () => this.waiting.filter((w) => !w.given)

  redo() {
    this.reverse('redo')
  }

  private reverse(way: 'undo' | 'redo') {
    if (this.wanted().length > 0 || this.past[way].length > 0) this.put({ key: chance(12), origin: way, ask: undefined })
  }

  /** took remembers an edit that was made elsewhere: by a job. */
  took(ask: Editing, said: string) {
    this.made(ask.from)
    this.remember('new', { ask, said })
  }

  /** rest ends when nothing is on its way to be saved. */
  async rest(): Promise<void> {
    const busy = () => this.wanted().length > 0 && this.now().why === 'sending'
    if (!busy()) return
    await new Promise<void>((done) => {
      const leave = this.saving.watch(() => {
        if (busy()) return
        leave()
        done()
      })
    })
  }

  /** say tells of something that was not done. */
  say(problem: string | undefined) {
    this.problem = problem
    this.tell()
  }

  /** settle ends a clash: mine is put over what is there, or given up. */
  settle(over: boolean) {
    const first = this.waiting[0]
    this.clash = undefined
    if (!first) return
    if (over && this.refused) this.waiting[0] = { ...first, key: chance(12), ask: { ...this.refused, over: true } }
    else {
      void cache.invalidateQueries({ queryKey: ['lesson', this.id] })
      this.waiting.shift()
      if (first.origin !== 'new') this.past = { ...this.past, [first.origin]: this.past[first.origin].slice(0, -1) }
    }
    this.keep()
    void this.send()
  }

  /** again sends at once what waits. */
  again() {
    window.clearTimeout(this.timer)
    this.timer = undefined
    void this.send()
  }

  /** saved is the lesson as it was saved last. */
  readonly saved = () => cache.getQueryData<Saved>(['lesson', this.id])

  private put(w: Waiting) {
    this.problem = undefined
    this.waiting.push(w)
    this.keep()
    void this.send()
  }

  /** send sends what waits, one after the other. */
  private async send() {
    if (this.sending || this.clash) return
    this.sending = true
    window.clearTimeout(this.timer)
    this.timer = undefined
    for (let w = this.waiting[0]; w; w = this.waiting[0]) {
      this.tell()
      if (!(await this.sendOne(w))) break
    }
    this.sending = false
    this.tell()
  }

  /** sendOne sends an edit; false when it must wait. */
  private async sendOne(w: Waiting): Promise<boolean> {
    const before = this.saved()
    let ask = w.ask ?? (w.origin === 'new' ? undefined : this.past[w.origin].at(-1)?.ask)
    if (w.make && before && !ask?.over && !w.sent) {
      const edit = w.make(before.lesson)
      ask = edit && { from: before.revision, edit }
    }
    if (!ask) {
      this.waiting.shift()
      this.keep()
      return true
    }
    // It gives way to what others made of the same since, not to what this tab did.
    const { from } = ask
    ask = { ...ask, own: this.own.filter((revision) => revision > from) }
    w.ask = ask
    w.sent = true
    this.keep()
    try {
      const after = await changes(
        this.id,
        unwrap(api.POST('/api/studios/{studio}/lessons/{id}/edits', { params: { path: { studio: this.studio, id: this.id } }, body: ask, headers: { 'Idempotency-Key': w.key } })),
      )
      this.silence = 0
      this.made(after.revision)
      // What is here may be newer than a reply that was lost at first, and has it in it.
      cache.setQueryData<Saved>(['lesson', this.id], (now) => (now && now.revision > after.revision ? now : after))
      if (w.given) {
        this.waiting.splice(0, 1, ...(w.given === 'edit' ? [{ key: chance(12), origin: w.origin, ask: after.undo, given: 'back' as const }] : []))
        this.keep()
        return true
      }
      this.waiting.shift()
      this.remember(w.origin, { ask: after.undo, said: after.said })
      this.keep()
      if (before) this.done.forEach((tell) => tell(before, after))
      return true
    } catch (error) {
      if (error instanceof Refusal && error.passes) {
        this.timer = window.setTimeout(() => this.again(), between[Math.min(this.silence++, between.length - 1)])
        return false
      }
      if (!w.given && error instanceof Refusal && error.status === 409 && (error.problem.errors ?? []).length > 0) {
        this.clash = error
        this.refused = ask
        return false
      }
      this.waiting.shift()
      this.keep()
      if (!w.given) this.problem = error instanceof Error ? error.message : String(error)
      return true
    }
  }

  /** made knows a revision again as one of this tab's. */
  private made(revision: number) {
    this.own = [...this.own, revision].slice(-5 * most)
    sessionStorage.setItem(`own ${this.id}`, JSON.stringify(this.own))
  }

  private remember(origin: Origin, entry: Entry) {
    const { undo, redo } = this.past
    this.past =
      origin === 'new'
        ? { undo: [...undo, entry].slice(-most), redo: [] }
        : origin === 'undo'
          ? { undo: undo.slice(0, -1), redo: [...redo, entry] }
          : { undo: [...undo, entry], redo: redo.slice(0, -1) }
    sessionStorage.setItem(`history ${this.id}`, JSON.stringify(this.past))
    this.tell()
  }

  /** keep writes down what is not saved, for when this page goes. */
  private keep() {
    const key = `unsaved ${this.id} ${mine}`
    if (this.waiting.length === 0) localStorage.removeItem(key)
    else localStorage.setItem(key, JSON.stringify({ at: Date.now(), waiting: this.waiting.filter((w) => w.ask).map(({ key, origin, ask, sent, given }) => ({ key, origin, ask, sent, given })) }))
    this.tell()
  }

  /** takeOver takes in what this tab had not saved when it was loaded anew, and what another one left behind. */
  private takeOver() {
    const start = `unsaved ${this.id} `
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(start))) {
      const box = read(localStorage, key, { at: 0, waiting: [] as Waiting[] })
      if (key !== start + mine && Date.now() - box.at < orphaned) continue
      localStorage.removeItem(key)
      this.waiting.push(...box.waiting)
    }
    if (this.waiting.length > 0) localStorage.setItem(start + mine, JSON.stringify({ at: Date.now(), waiting: this.waiting }))
  }

  private now(): Saving {
    return {
      waits: this.wanted().length,
      why: this.clash ? 'clash' : this.silence > 0 ? 'silent' : 'sending',
      clash: this.clash,
      problem: this.problem,
      undo: this.past.undo.at(-1),
      redo: this.past.redo.at(-1),
    }
  }

  private tell() {
    if (!this.born) return
    const next = this.now()
    const was = this.saving.get()
    if (Object.keys(next).some((k) => next[k as keyof Saving] !== was[k as keyof Saving])) this.saving.set(next)
  }
}

const desks = new Map<string, Desk>()

/** deskOf is the desk of a lesson. */
export function deskOf(studio: string, id: string): Desk {
  let desk = desks.get(id)
  if (!desk) {
    desk = new Desk(studio, id)
    desks.set(id, desk)
  }
  return desk
}
