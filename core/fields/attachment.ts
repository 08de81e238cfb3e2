/** A file a signer gave stands in its field as `<SHA-256>/<name>`. */
export const ATTACHMENT = /^([0-9a-f]{64})\/(.{1,200})$/

/** What a file is called that stands in a field; what is no file is itself. */
export const attachmentName = (value: string): string => ATTACHMENT.exec(value)?.[2] ?? value
