/**
 * What is imported before this is set up in one task of the page, what comes after it in the next:
 * between them the page answers.
 */
await new Promise((resolve) => setTimeout(resolve));

export {};
