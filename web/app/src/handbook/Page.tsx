import { useState } from 'react'
import Markdown from 'react-markdown'
import remarkGfm from 'remark-gfm'

import { Button } from '../ui/controls'

const files = import.meta.glob<string>(['../../../../docs/handbook/*.md', '../../../../docs/{rules,houses,paints}.md'], { query: '?raw', import: 'default', eager: true })
const pages = new Map(Object.entries(files).map(([path, text]) => [path.replace(/^.*\//, '').replace(/\.md$/, ''), text.replaceAll('<br>', ' ')]))

const pictures = import.meta.glob<string>('../../../../docs/screenshots/{bench,canvases,checks,cupboard,lectern,log,look,prep,scene,score,shelf}.png', { query: '?url', import: 'default', eager: true })

/** named is the page of a room, or the first one. */
const named = (room: string) => (pages.has(room.toLowerCase()) ? room.toLowerCase() : 'index')

/** Page shows a page of the handbook; its links lead to others. */
export function Page({ start }: { start: string }) {
  const [path, setPath] = useState([named(start)])
  const at = path.at(-1) ?? 'index'
  return (
    <article className="handbook">
      {path.length > 1 && (
        <Button className="mb-2" onClick={() => setPath(path.slice(0, -1))}>
          Back
        </Button>
      )}
      {at !== 'words' && (
        <Button className="float-right mb-2 ml-2" onClick={() => setPath([...path, 'words'])}>
          Words of the craft
        </Button>
      )}
      <Markdown
        remarkPlugins={[remarkGfm]}
        skipHtml
        components={{
          a: ({ href = '', children }) => {
            const page = /^\.{0,2}\/?([a-z-]+)\.md$/.exec(href)?.[1]
            return page && pages.has(page) ? (
              <button type="button" className="underline underline-offset-2" onClick={() => setPath([...path, page])}>
                {children}
              </button>
            ) : (
              <span>{children}</span>
            )
          },
          img: ({ src = '', alt }) => <img src={pictures[`../../../../docs/handbook/${typeof src === 'string' ? src : ''}`.replace('handbook/../', '')]} alt={alt ?? ''} className="my-2 w-full border border-line" />,
        }}
      >
        {pages.get(at) ?? ''}
      </Markdown>
    </article>
  )
}
