/** That a gift is credited to someone else than its giver too, as someone writes it. */
export interface Credit {
  supporter: number;
  /** "50", "50%" or blank for all of it. */
  much: string;
}

/** Credits out of the text that the server keeps: a line for each, "12 | 50.00" or "12 | 33%". */
export const creditsOf = (written: string): Credit[] =>
  written === ''
    ? []
    : written.split('\n').map((line) => {
        const [supporter = '', much = ''] = line.split('|').map((value) => value.trim());
        return { supporter: Number(supporter), much };
      });

export const writtenCredits = (credits: Credit[]): string =>
  credits.map(({ supporter, much }) => `${supporter}${much.trim() === '' ? '' : ` | ${much.trim()}`}`).join('\n');
