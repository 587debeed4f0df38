/** Languages in which there are lyrics, in words; lyrics without a language are there all the same. */
export const languages = (lyrics: Record<string, string>): string =>
  Object.keys(lyrics)
    .map((language) => (language === 'und' ? 'yes' : language))
    .join(', ')
