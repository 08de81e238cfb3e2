/** Whether something could be a phone number at all: six digits or more, with nothing but what is written between them. */
export const looksLikePhone = (text: string): boolean =>
  /^\+?[\d\s()./-]{6,24}$/.test(text) && text.replace(/\D/g, '').length >= 6
