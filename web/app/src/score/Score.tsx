import { useCallback, useEffect, useMemo, useState } from 'react'
import { Link, useLocation } from 'wouter'

import { newStep } from '../api/book'
import type { Edit, Rehearsed, Saved, StepWish } from '../api/client'
import { useLesson, useRehearsal, useVocabulary } from '../api/queries'
import { Book } from '../book/Book'
import { TrialView } from '../checks/TrialView'
import { useEditing } from '../lib/editing'
import { useRoom } from '../lib/room'
import { ofStudio, shelfAt, useStudio } from '../lib/studio'
import { Button, figure, Hint } from '../ui/controls'
import { LessonBar } from '../ui/LessonBar'
import { StaleDialog } from '../ui/StaleDialog'
import { Canvas } from './Canvas'
import { commandsOf, newSteps } from './commands'
import { change, duplicate, minutesBy, moveBy } from './edits'
import { PickedBar } from './PickedBar'
import { usePicked } from './usePicked'
import { FindingList } from './FindingList'
import { KeysDialog, type Keys } from './Keys'
import { CommandPalette } from './Palette'
import { Script } from './Script'
import { StepDetail } from './StepDetail'
import { useKeys } from './useKeys'
import { viewName, type View } from './views'
import { ViewPicker } from './ViewPicker'

/** Score is the home of a lesson: the canvas at the playhead, and the script as a timeline. */
export function Score({ id }: { id: string }) {
  const studio = useStudio()
  const lesson = useLesson(id)
  if (lesson.data) return <Room saved={lesson.data} id={id} reload={() => lesson.refetch()} />
  return (
    <main className="flex h-full flex-col items-center justify-center gap-3">
      {lesson.error ? (
        <>
          <p role="alert">{lesson.error.message}</p>
          <Link href={shelfAt(studio)} className="underline">
            Back to the shelf
          </Link>
        </>
      ) : (
        <h1 className="text-quiet">Opening the lesson.</h1>
      )}
    </main>
  )
}

/** useLastKnown keeps the newest findings while newer ones are worked out; they are foreseen before they are sure. */
function useLastKnown(now: Rehearsed | undefined): Rehearsed | undefined {
  const [last, setLast] = useState<Rehearsed>()
  const known = now?.done || now?.foreseen ? now : undefined
  if (known && known !== last) setLast(known)
  return known ?? last
}

const openCount = (r: Rehearsed | undefined) => r?.findings.filter((f) => f.accepted === '').length

function Room({ saved, id, reload }: { saved: Saved; id: string; reload: () => Promise<unknown> }) {
  const { lesson, score } = saved
  const vocabulary = useVocabulary().data
  const rehearsal = useRehearsal(saved.hash, saved.id)
  const known = useLastKnown(rehearsal.data)
  const checking = !rehearsal.data?.done

  const [minute, setMinute] = useState(score.minutes)
  const [length, setLength] = useState(score.minutes)
  if (length !== score.minutes) {
    // Who is at the end stays there, whoever made it longer.
    setLength(score.minutes)
    setMinute(minute >= length ? score.minutes : Math.min(minute, score.minutes))
  }
  const [playing, setPlaying] = useState(false)
  const [view, setView] = useState<View>('paint')
  const [selected, setSelected] = useState<string>()
  const [help, setHelp] = useState(false)
  const [palette, setPalette] = useState<'all' | 'new'>()
  const [book, setBook] = useState(false)
  const [tried, setTried] = useState<{ edit: Edit; words: string; hash: string }>()
  const trial = tried?.hash === saved.hash ? tried : undefined
  const [, go] = useLocation()
  const [said, setSaid] = useState<{ text: string; minutes: [number, number]; findings: number | undefined; hash: string }>()
  const [room, setRoom] = useRoom()

  const editing = useEditing(id, (before, after) => {
    setSaid({ text: after.said, minutes: [before.score.minutes, after.score.minutes], findings: openCount(known), hash: after.hash })
  })
  const { apply, problem } = editing
  const picked = usePicked(lesson.steps)

  const index = lesson.steps.findIndex((s) => s.id === selected)
  const step = lesson.steps[index]
  const row = score.rows[index]
  const choose = useCallback(
    (stepId: string | undefined, follow = true) => {
      setSelected(stepId)
      const to = score.rows.find((r) => r.step === stepId)
      if (to && follow) setMinute(to.start + to.minutes)
    },
    [score.rows],
  )

  useEffect(() => {
    if (!playing) return
    const timer = window.setInterval(
      () =>
        setMinute((m) => {
          if (m + 0.5 >= score.minutes) setPlaying(false)
          return Math.min(score.minutes, m + 0.5)
        }),
      350,
    )
    return () => window.clearInterval(timer)
  }, [playing, score.minutes])

  const play = () => {
    if (!playing && minute >= score.minutes) setMinute(0)
    setPlaying(!playing)
  }

  const keys = useMemo(
    (): Keys => ({
      nextStep: () => choose(lesson.steps[Math.min(lesson.steps.length - 1, index + 1)]?.id),
      previousStep: () => choose(lesson.steps[Math.max(0, index < 0 ? 0 : index - 1)]?.id),
      earlier: () => step && apply(moveBy(step.id, -1)),
      later: () => step && apply(moveBy(step.id, 1)),
      longer: () => step && apply(minutesBy(step.id, 0.5)),
      shorter: () => step && apply(minutesBy(step.id, -0.5)),
      duplicate: () => step && apply(duplicate(lesson, step)),
      remove: () => {
        if (!step || lesson.steps.length < 2) return
        choose(lesson.steps[index === lesson.steps.length - 1 ? index - 1 : index + 1]?.id, false)
        apply({ edit: 'remove', step: step.id })
      },
      pick: () => step && picked.toggle(step.id),
      pickOn: (by: 1 | -1) => {
        const next = lesson.steps[index + by]
        if (!step || !next) return
        picked.add(step.id, next.id)
        choose(next.id)
      },
      newStep: () => setPalette('new'),
      book: () => setBook(!book),
      close: () => {
        if (picked.ids.length > 0) picked.clear()
        else if (trial) setTried(undefined)
        else if (selected) setSelected(undefined)
        else setBook(false)
      },
      play,
      forward: () => setMinute((m) => Math.min(score.minutes, m + 0.5)),
      backward: () => setMinute((m) => Math.max(0, m - 0.5)),
      undo: editing.undo,
      redo: editing.redo,
      help: () => setHelp(true),
      palette: () => setPalette('all'),
      room: () => setRoom(room === 'dark' ? 'light' : 'dark'),
      view: setView,
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- play changes with minute and playing, which are listed
    [apply, choose, editing.canUndo, editing.canRedo, book, index, lesson, minute, picked, playing, room, score.minutes, selected, setRoom, step, trial],
  )
  useKeys(keys)

  const stops = known?.findings.some((f) => f.severity === 'stop' && f.accepted === '')
  return (
    <div className="grid h-full grid-rows-[auto_1fr_auto]">
      <LessonBar saved={saved} at="Score" editing={editing}>
        <Hint text="The whole script: its time, tools, method and past (A)">
          <Button pressed={book} aria-label="Length of the script" onClick={() => setBook(!book)}>
            <strong className={`font-semibold ${score.class > score.session ? 'underline decoration-2' : ''}`}>{figure(score.class)}</strong> of {figure(score.session)} min
          </Button>
        </Hint>
        <FindingList rehearsed={known} checking={checking} choose={choose} />
        <ViewPicker vocabulary={vocabulary} view={view} setView={setView} />
        <Hint text="Take the lesson away as a file">
          <a href={ofStudio(saved.studio, `lessons/${id}/file`)} className="text-quiet underline-offset-2 hover:underline">
            File
          </a>
        </Hint>
        <Button aria-label="Keys" onClick={() => setHelp(true)}>
          ?
        </Button>
      </LessonBar>

      <main className="grid min-h-0 grid-cols-[minmax(0,11fr)_minmax(0,13fr)]">
        <section aria-label="Canvas" className="flex min-h-0 flex-col bg-mat">
          {trial && (
            <div className="flex min-h-0 flex-1 flex-col p-4">
              <TrialView wide saved={saved} edit={trial.edit} words={trial.words} close={() => setTried(undefined)} apply={apply} busy={editing.busy} />
            </div>
          )}
          {!trial && <Canvas saved={saved} minute={minute} setMinute={setMinute} view={view} viewName={viewName(vocabulary, view)} playing={playing} play={play} painted={rehearsal.data?.painted} />}
          {book && vocabulary ? (
            <Book
              saved={saved}
              vocabulary={vocabulary}
              apply={apply}
              tryOut={(edit, words) => setTried({ edit, words, hash: saved.hash })}
              busy={editing.busy}
              at={index < 0 ? lesson.steps.length : index + 1}
              close={() => setBook(false)}
            />
          ) : step && row && vocabulary ? (
            <StepDetail key={step.id} saved={saved} step={step} row={row} report={known?.reports.find((r) => r.step === step.id)} apply={apply} />
          ) : (
            <p className="border-t border-line bg-sheet px-4 py-3 text-quiet">
              Choose a step to see its mark close up, its recipe and what was measured. Drag the playhead to see the canvas at any minute.
            </p>
          )}
        </section>
        <Script
          head={picked.ids.length > 0 && <PickedBar lesson={lesson} picked={picked} apply={apply} busy={editing.busy} />}
          picked={picked.ids}
          pick={picked.toggle}
          saved={saved}
          rehearsed={known}
          vocabulary={vocabulary}
          minute={minute}
          setMinute={setMinute}
          selected={selected}
          choose={choose}
          apply={apply}
          setStep={(s, fields) => apply(change(s, fields))}
        />
      </main>

      <footer className={`flex min-h-8 items-center border-t px-4 py-1 ${stops ? 'border-stop' : 'border-line'}`}>
        <div role="status" className="flex flex-1 items-center gap-4">
          {problem ? (
            <p role="alert" className="border-l-4 border-ink pl-2">
              Not changed. {problem}
            </p>
          ) : editing.elsewhere ? (
            <p>{editing.elsewhere}</p>
          ) : said ? (
            <Said {...said} now={rehearsal.data} />
          ) : (
            <p className="text-quiet">Every change saves by itself. Revision {saved.revision}.</p>
          )}
          <p className="ml-auto text-quiet">
            {rehearsal.error
              ? rehearsal.error.message
              : checking
                ? `Rehearsing, step ${rehearsal.data?.painted ?? 0} of ${lesson.steps.length}${rehearsal.data?.foreseen ? '; findings as foreseen' : ''}`
                : 'Rehearsed and checked'}
          </p>
        </div>
      </footer>
      <CommandPalette
        open={palette !== undefined}
        setOpen={(open) => setPalette(open ? 'all' : undefined)}
        commands={() => {
          const write = (wish: StepWish) =>
            newStep(saved.studio, saved.hash, wish).then(
              ({ step: written, edit }) => {
                apply(edit)
                choose(written.id)
              },
              (error: unknown) => editing.say(error instanceof Error ? error.message : 'The step was not written.'),
            )
          const doing = { saved, vocabulary, selected, apply, choose, setView, go, openBook: () => setBook(true), write }
          return palette === 'new' ? newSteps(doing) : commandsOf(doing)
        }}
      />
      <KeysDialog open={help} setOpen={setHelp} vocabulary={vocabulary} />
      <StaleDialog
        refusal={editing.stale}
        load={() => {
          editing.forget()
          setSaid(undefined)
          void reload()
        }}
      />
    </div>
  )
}

/** Said tells what the last edit changed in words, minutes and findings. */
function Said({ text, minutes, findings, hash, now }: { text: string; minutes: [number, number]; findings: number | undefined; hash: string; now: Rehearsed | undefined }) {
  const after = now?.done && now.hash === hash ? openCount(now) : undefined
  return (
    <p>
      Saved: {text}.{minutes[0] !== minutes[1] && ` ${figure(minutes[0])} → ${figure(minutes[1])} min.`}
      {findings !== undefined && after !== undefined && findings !== after && ` Findings ${findings} → ${after}.`}
    </p>
  )
}
