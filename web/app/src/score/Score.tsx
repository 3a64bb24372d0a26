import { useCallback, useEffect, useMemo, useState } from 'react'
import type { Edit, Saved } from '../api/client'
import { useRehearsal, useVocabulary, type Rehearsal } from '../api/queries'
import { Book } from '../book/Book'
import { TrialView } from '../checks/TrialView'
import { useEditing } from '../lib/editing'
import { ofStudio } from '../lib/studio'
import { Button, figure, Hint } from '../ui/controls'
import { LessonBar } from '../ui/LessonBar'
import { OpenLesson } from '../ui/OpenLesson'
import { PrintLesson } from '../ui/PrintLesson'
import { Foot } from '../ui/Foot'
import { HowFar } from '../ui/HowFar'
import { Canvas } from './Canvas'
import { commandsOf, newSteps, type Wish } from './commands'
import { change, duplicate, minutesBy, moveBy } from './edits'
import { PickedBar } from './PickedBar'
import { usePicked } from './usePicked'
import { useWriting } from './useWriting'
import { FindingList } from './FindingList'
import { Finder } from './Finder'
import { keyList, type Keys } from './keys'
import { Script } from './Script'
import { StepDetail } from './StepDetail'
import { useKeys } from './useKeys'
import { viewName, type View } from './views'
import { ViewPicker } from './ViewPicker'

/** Score is the home of a lesson: the canvas at the playhead, and the script as a timeline. */
export function Score({ id }: { id: string }) {
  return <OpenLesson id={id}>{(saved) => <Room saved={saved} id={id} />}</OpenLesson>
}

/** useLastKnown keeps the newest findings while newer ones are worked out; they are foreseen before they are sure. */
function useLastKnown(now: Rehearsal | undefined): Rehearsal | undefined {
  const [last, setLast] = useState<Rehearsal>()
  const known = now?.done || now?.foreseen ? now : undefined
  if (known && known !== last) setLast(known)
  return known ?? last
}

const openCount = (r: Rehearsal | undefined) => r?.findings.filter((f) => f.accepted === '').length

function Room({ saved, id }: { saved: Saved; id: string }) {
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
  const [finding, setFinding] = useState(0) // counts up when something is to be found
  const [book, setBook] = useState(false)
  const [tried, setTried] = useState<{ edit: Edit; words: string; hash: string }>()
  const trial = tried?.hash === saved.hash ? tried : undefined
  const [said, setSaid] = useState<{ text: string; minutes: [number, number]; findings: number | undefined; hash: string }>()
  const editing = useEditing(id, (before, after) => {
    setSaid({ text: after.said, minutes: [before.score.minutes, after.score.minutes], findings: openCount(known), hash: after.hash })
  })
  const { apply } = editing
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
  const writing = useWriting({ saved, selected, desk: editing.desk, choose })

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
      duplicate: () => step && apply(duplicate(step.id)),
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
      newStep: writing.begin,
      book: () => setBook(!book),
      close: () => {
        if (writing.at !== undefined) writing.leave()
        else if (picked.ids.length > 0) picked.clear()
        else if (trial) setTried(undefined)
        else if (selected) setSelected(undefined)
        else setBook(false)
      },
      play,
      forward: () => setMinute((m) => Math.min(score.minutes, m + 0.5)),
      backward: () => setMinute((m) => Math.max(0, m - 0.5)),
      find: () => setFinding((n) => n + 1),
      view: setView,
    }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- play changes with minute and playing, which are listed
    [apply, choose, book, index, lesson, minute, picked, playing, score.minutes, selected, step, trial, writing],
  )
  useKeys(keys)

  const doing = { saved, vocabulary, selected, apply, choose, openBook: () => setBook(true), write: (wish: Wish) => void writing.write(wish) }
  const stops = known?.findings.some((f) => f.severity === 'stop' && f.accepted === '')
  return (
    <div className="room">
      <LessonBar saved={saved} at="Score" editing={editing} keys={keyList(vocabulary)}>
        <Hint text="The whole script: its time, tools, method and past (A)">
          <Button pressed={book} aria-label={`${figure(score.class)} of ${figure(score.session)} min, the length of the script`} onClick={() => setBook(!book)}>
            <strong className={`font-semibold ${score.class > score.session ? 'underline decoration-2' : ''}`}>{figure(score.class)}</strong> of {figure(score.session)} min
          </Button>
        </Hint>
        <FindingList rehearsed={known} checking={checking} choose={choose} />
        <ViewPicker vocabulary={vocabulary} view={view} setView={setView} />
        <PrintLesson saved={saved} kinds={['script', 'palette']} />
        <Hint text="Take the lesson away as a file">
          <a href={ofStudio(saved.studio, `lessons/${id}/file`)} className="text-quiet underline-offset-2 hover:underline">
            File
          </a>
        </Hint>
      </LessonBar>

      <main className="min-h-0 wide:grid wide:grid-cols-[minmax(0,11fr)_minmax(0,13fr)]">
        <section aria-label="Canvas" className="contents bg-mat wide:flex wide:min-h-0 wide:flex-col">
          {trial && (
            <div className="flex min-h-0 flex-1 flex-col bg-mat p-4">
              <TrialView wide saved={saved} edit={trial.edit} words={trial.words} close={() => setTried(undefined)} apply={apply} busy={editing.busy} />
            </div>
          )}
          {!trial && (
            <div className="stays z-10 flex flex-col bg-mat wide:min-h-0 wide:flex-1">
              <Canvas saved={saved} minute={minute} setMinute={setMinute} view={view} viewName={viewName(vocabulary, view)} playing={playing} play={play} />
            </div>
          )}
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
          find={<Finder label="Find a step, or what to do" placeholder="Find a step, or what to do (Ctrl K)" wanted={finding} first={() => commandsOf(doing)} close={() => undefined} />}
          head={picked.ids.length > 0 && <PickedBar lesson={lesson} picked={picked} apply={apply} busy={editing.busy} />}
          writing={writing}
          writes={() => newSteps(doing)}
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

      <Foot
        editing={editing}
        said={said && <Said {...said} now={rehearsal.data} />}
        hint={`Every change saves by itself. Revision ${saved.revision}.`}
        stops={stops ?? false}
        end={
          rehearsal.error ? (
            rehearsal.error.message
          ) : checking ? (
            <>
              <HowFar hash={saved.hash} id={id} of={lesson.steps.length} />
              {rehearsal.data?.foreseen && '; findings as foreseen'}
            </>
          ) : (
            'Rehearsed and checked'
          )
        }
      />
    </div>
  )
}

/** Said tells what the last edit changed in words, minutes and findings. */
function Said({ text, minutes, findings, hash, now }: { text: string; minutes: [number, number]; findings: number | undefined; hash: string; now: Rehearsal | undefined }) {
  const after = now?.done && now.hash === hash ? openCount(now) : undefined
  return (
    <p>
      Saved: {text}.{minutes[0] !== minutes[1] && ` ${figure(minutes[0])} → ${figure(minutes[1])} min.`}
      {findings !== undefined && after !== undefined && findings !== after && ` Findings ${findings} → ${after}.`}
    </p>
  )
}
