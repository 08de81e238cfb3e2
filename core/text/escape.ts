import { escape } from 'html-escaper'

/** A text as it stands in HTML, within an element or an attribute. */
export const escapeHtml = (text: string): string => escape(text)

/** A text as a pattern that finds it and nothing else. */
export const escapePattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
