/** An authority that stamps times (RFC 3161): it is given a TimeStampReq and answers a TimeStampResp, both DER. */
export type TimeAuthority = (request: Uint8Array) => Promise<Uint8Array>
