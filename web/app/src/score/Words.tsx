import { useState } from 'react'

import type { Step } from '../api/client'

/** Words is what the student is told; it saves when one leaves it. */
export function Words({ step, setStep }: { step: Step; setStep: (step: Step, fields: Partial<Step>) => void }) {
  const [text, setText] = useState(step.words)
  return (
    <textarea
      aria-label="Words for the student"
      value={text}
      maxLength={600}
      rows={2}
      onChange={(e) => setText(e.target.value)}
      onBlur={() => text !== step.words && setStep(step, { words: text })}
      className="mt-1 field-sizing-content w-full resize-none rounded-xs border border-transparent bg-transparent px-1 text-quiet italic hover:border-line focus:border-strong"
    />
  )
}
