import { newId } from "./newId";

/** Marks this window of the browser, so that it knows its own changes when they come back, and its requests replace each other. */
export const THIS_WINDOW = newId();
