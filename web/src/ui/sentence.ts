// Small help with sentences.

/** As it stands within a sentence: its first letter small, but for a name in capitals, "GFCI protection". */
export const withinSentence = (text: string) =>
  /^.\p{Lu}/u.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
