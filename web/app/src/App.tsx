import { lazy, Suspense } from 'react'
import { Redirect, Route, Switch } from 'wouter'

import { InStudio } from './lib/studio'
import { Shelf } from './shelf/Shelf'

// Rooms are fetched when they are opened.
const Bench = lazy(() => import('./bench/Bench').then((m) => ({ default: m.Bench })))
const Checks = lazy(() => import('./checks/Checks').then((m) => ({ default: m.Checks })))
const Marks = lazy(() => import('./marks/Marks').then((m) => ({ default: m.Marks })))
const Forms = lazy(() => import('./marks/Marks').then((m) => ({ default: m.Forms })))
const Scene = lazy(() => import('./scene/Scene').then((m) => ({ default: m.Scene })))
const Look = lazy(() => import('./look/Look').then((m) => ({ default: m.Look })))
const ClassLook = lazy(() => import('./look/ClassLook').then((m) => ({ default: m.ClassLook })))
const Canvases = lazy(() => import('./canvases/Canvases').then((m) => ({ default: m.Canvases })))
const Cupboard = lazy(() => import('./cupboard/Cupboard').then((m) => ({ default: m.Cupboard })))
const Habits = lazy(() => import('./shelf/Habits').then((m) => ({ default: m.Habits })))
const Teach = lazy(() => import('./class/Teach').then((m) => ({ default: m.Teach })))
const Log = lazy(() => import('./class/Log').then((m) => ({ default: m.Log })))
const Pedal = lazy(() => import('./class/Pedal').then((m) => ({ default: m.Pedal })))
const Wall = lazy(() => import('./class/Wall').then((m) => ({ default: m.Wall })))
const Prep = lazy(() => import('./class/Prep').then((m) => ({ default: m.Prep })))
const Score = lazy(() => import('./score/Score').then((m) => ({ default: m.Score })))

/** The rooms of a lesson, by what its address ends with. */
const rooms = [
  ['/bench', Bench],
  ['/scene', Scene],
  ['/checks', Checks],
  ['', Score],
] as const

export function App() {
  return (
    <Suspense fallback={<main className="flex h-full items-center justify-center"><h1 className="text-quiet">Opening the room.</h1></main>}>
      <Switch>
        <Route path="/">
          <Shelf />
        </Route>
        <Route path="/studios/:studio">{(params) => <Shelf named={params.studio} />}</Route>
        {rooms.map(([path, Room]) => (
          <Route key={path} path={`/studios/:studio/lessons/:id${path}`}>
            {(params: { studio: string; id: string }) => (
              <InStudio value={params.studio}>
                <Room key={params.id} id={params.id} />
              </InStudio>
            )}
          </Route>
        ))}
        <Route path="/studios/:studio/cupboard">
          {(params) => (
            <InStudio value={params.studio}>
              <Cupboard />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/habits">
          {(params) => (
            <InStudio value={params.studio}>
              <Habits />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/canvases">
          {(params) => (
            <InStudio value={params.studio}>
              <Canvases />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/canvases/:id">
          {(params) => (
            <InStudio value={params.studio}>
              <Look key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/classes/:id/look">
          {(params) => (
            <InStudio value={params.studio}>
              <ClassLook key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/classes/:id">
          {(params) => (
            <InStudio value={params.studio}>
              <Prep key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/classes/:id/teach">
          {(params) => (
            <InStudio value={params.studio}>
              <Teach key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/classes/:id/log">
          {(params) => (
            <InStudio value={params.studio}>
              <Log key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/studios/:studio/classes/:id/pedal">{(params) => <Pedal id={params.id} />}</Route>
        <Route path="/studios/:studio/classes/:id/wall">
          {(params) => (
            <InStudio value={params.studio}>
              <Wall key={params.id} id={params.id} />
            </InStudio>
          )}
        </Route>
        <Route path="/marks" component={Marks} />
        <Route path="/forms" component={Forms} />
        <Route>
          <Redirect to="/" />
        </Route>
      </Switch>
    </Suspense>
  )
}
