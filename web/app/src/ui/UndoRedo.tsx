import type { useEditing } from '../lib/editing'
import { Button } from './controls'

/** UndoRedo takes the last change back, or makes it again. */
export function UndoRedo({ editing }: { editing: ReturnType<typeof useEditing> }) {
  const { canUndo, canRedo, undo, redo } = editing
  return (
    <div className="flex gap-1">
      <Button disabled={!canUndo} title={canUndo ? `Take back: ${canUndo.said}` : 'Nothing to take back'} onClick={undo}>
        Undo
      </Button>
      <Button disabled={!canRedo} title={canRedo ? `Do again: ${canRedo.said}` : 'Nothing to do again'} onClick={redo}>
        Redo
      </Button>
    </div>
  )
}
