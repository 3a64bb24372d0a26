import { useEffect, useState, type RefObject } from 'react'

/** useSeen tells whether something has come near what is in sight, once. */
export function useSeen(element: RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(false)
  useEffect(() => {
    if (!element.current || seen) return
    const observer = new IntersectionObserver((entries) => entries.some((e) => e.isIntersecting) && setSeen(true), { rootMargin: '400px' })
    observer.observe(element.current)
    return () => observer.disconnect()
  }, [element, seen])
  return seen
}
