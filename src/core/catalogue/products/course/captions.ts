/** Why a text is no captions. Source: WebVTT (W3C), section 4.1: it begins with WEBVTT, and its cues have times. */
export function captionsProblem(text: string): string | null {
  const body = text.replace(/^\uFEFF/, '');
  if (!/^WEBVTT(?:[ \t\n\r]|$)/.test(body))
    return 'is not captions in WebVTT: its first line has to be WEBVTT. It was not added.';
  return /(?:\d{2,}:)?\d{2}:\d{2}\.\d{3}[ \t]+-->[ \t]+(?:\d{2,}:)?\d{2}:\d{2}\.\d{3}/.test(body)
    ? null
    : 'holds no line with a beginning and an end, like 00:01.000 --> 00:04.000. It was not added.';
}
