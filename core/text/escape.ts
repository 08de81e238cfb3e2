import { escape } from 'html-escaper'

/** A text as it stands in HTML, within an element or an attribute. */
export const escapeHtml = (text: string): string => escape(text)
