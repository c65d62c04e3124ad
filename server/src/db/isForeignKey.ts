/** Whether a change was refused because a row names another that is not there, or that would go. */
export const isForeignKey = (error: unknown): boolean => /foreign key/i.test(String((error as Error).message))
