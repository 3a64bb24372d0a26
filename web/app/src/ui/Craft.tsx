import { useMemo } from 'react'

import type { Vocabulary } from '../api/client'
import { useVocabulary } from '../api/queries'
import { Hint } from './controls'

type Word = Vocabulary['craft'][number]

const escaped = (form: string) => form.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** told splits a text where a word of the craft stands for the first time in it. */
function told(text: string, craft: Word[]): (string | { form: string; meaning: string })[] {
  const of = new Map(craft.flatMap((w) => w.forms.map((f) => [f.toLowerCase(), w] as const)))
  const forms = [...of.keys()].sort((a, b) => b.length - a.length).map(escaped)
  if (forms.length === 0) return [text]
  const seen = new Set<Word>()
  return text.split(new RegExp(`(?<![\\p{L}-])(${forms.join('|')})(?![\\p{L}-])`, 'giu')).map((part, i) => {
    const word = i % 2 === 1 ? of.get(part.toLowerCase()) : undefined
    if (!word || seen.has(word)) return part
    seen.add(word)
    return { form: part, meaning: word.meaning }
  })
}

/** Craft is a text in which each word of the craft has its meaning a hover away; all of them stand in the handbook. */
export function Craft({ children }: { children: string }) {
  const craft = useVocabulary().data?.craft
  const parts = useMemo(() => told(children, craft ?? []), [children, craft])
  return parts.map((part, i) =>
    typeof part === 'string' ? (
      part
    ) : (
      <Hint key={i} text={part.meaning}>
        <span className="cursor-help underline decoration-dotted underline-offset-2">{part.form}</span>
      </Hint>
    ),
  )
}
