const MAIL = /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]+$/
/** Whether an e-mail address could be written to. */
export const isMail = (text: string): boolean => MAIL.test(text)

/** A name with its address as a letter's head has it (RFC 5322, 3.4): quoted where the name has signs of its own meaning. */
export function mailbox(name: string, email: string): string {
  const plain = name.replace(/[\r\n"\\<>@]+/g, ' ').trim()
  return /[,;:()[\]]/.test(plain) ? `"${plain}" <${email}>` : `${plain} <${email}>`
}
