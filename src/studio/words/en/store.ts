/** What the studio says in `studio/store`, by file. */
export const storeWords = {
  edits: {
    notSavedYourChanges: (why: string): string =>
      `Not saved: ${why}. Your changes stay as long as this window is open.`,
  },
  jobs: {
    stoppedBecauseWindowWas: (title: string): string =>
      `${title}: stopped because the window was reloaded. Nothing was left half done. Start it again.`,
  },
};
