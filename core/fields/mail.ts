const MAIL = /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]+$/
/** Whether an e-mail address could be written to. */
export const isMail = (text: string): boolean => MAIL.test(text)
