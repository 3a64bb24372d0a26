import { Redirect, Route, Switch } from 'wouter'

import { Bench } from './bench/Bench'
import { Checks } from './checks/Checks'
import { Marks } from './marks/Marks'
import { Scene } from './scene/Scene'
import { Score } from './score/Score'
import { Shelf } from './shelf/Shelf'

export function App() {
  return (
    <Switch>
      <Route path="/" component={Shelf} />
      <Route path="/lessons/:id/bench">{(params) => <Bench key={params.id} id={params.id} />}</Route>
      <Route path="/lessons/:id/scene">{(params) => <Scene key={params.id} id={params.id} />}</Route>
      <Route path="/lessons/:id/checks">{(params) => <Checks key={params.id} id={params.id} />}</Route>
      <Route path="/lessons/:id">{(params) => <Score key={params.id} id={params.id} />}</Route>
      <Route path="/marks" component={Marks} />
      <Route>
        <Redirect to="/" />
      </Route>
    </Switch>
  )
}
