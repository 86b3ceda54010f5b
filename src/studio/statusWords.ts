/** What stands in one word of code, as people read it: "past-due" is "past due". */
export const inWords = (status: string): string => status.replaceAll('-', ' ');
