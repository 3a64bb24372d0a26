import { lazy, Suspense } from 'react'
import { Redirect, Route, Switch } from 'wouter'

import { Shelf } from './shelf/Shelf'

// Rooms are fetched when they are opened.
const Bench = lazy(() => import('./bench/Bench').then((m) => ({ default: m.Bench })))
const Checks = lazy(() => import('./checks/Checks').then((m) => ({ default: m.Checks })))
const Marks = lazy(() => import('./marks/Marks').then((m) => ({ default: m.Marks })))
const Forms = lazy(() => import('./marks/Marks').then((m) => ({ default: m.Forms })))
const Scene = lazy(() => import('./scene/Scene').then((m) => ({ default: m.Scene })))
const Score = lazy(() => import('./score/Score').then((m) => ({ default: m.Score })))

export function App() {
  return (
    <Suspense fallback={<main className="flex h-full items-center justify-center"><h1 className="text-quiet">Opening the room.</h1></main>}>
      <Switch>
        <Route path="/" component={Shelf} />
        <Route path="/lessons/:id/bench">{(params) => <Bench key={params.id} id={params.id} />}</Route>
        <Route path="/lessons/:id/scene">{(params) => <Scene key={params.id} id={params.id} />}</Route>
        <Route path="/lessons/:id/checks">{(params) => <Checks key={params.id} id={params.id} />}</Route>
        <Route path="/lessons/:id">{(params) => <Score key={params.id} id={params.id} />}</Route>
        <Route path="/marks" component={Marks} />
        <Route path="/forms" component={Forms} />
        <Route>
          <Redirect to="/" />
        </Route>
      </Switch>
    </Suspense>
  )
}
