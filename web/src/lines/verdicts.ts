import type { Line } from "../shared/api/client";

/** How a verdict is shown: a tick beside what is certain, a struck sign where it does not hold. */
export interface Verdict {
  tone: "proved" | "wrong" | "open" | "";
  /** beside a question, or for screen readers beside a tick */
  word: string;
  /** begins the sentence below a claim that does not hold */
  sentence: string;
}

const NONE: Verdict = { tone: "", word: "", sentence: "" };

const VERDICTS: Record<string, Verdict> = {
  equal: { tone: "proved", word: "always equal", sentence: "" },
  "equal-where-defined": { tone: "proved", word: "equal where both have a meaning", sentence: "" },
  "not-equal": { tone: "wrong", word: "not equal", sentence: "Not equal" },
  true: { tone: "proved", word: "true", sentence: "" },
  "true-where-defined": { tone: "proved", word: "true where it has a meaning", sentence: "" },
  "not-true": { tone: "wrong", word: "not true", sentence: "Not true" },
  follows: { tone: "proved", word: "follows", sentence: "" },
  "loses-solutions": { tone: "wrong", word: "loses solutions", sentence: "A solution is lost" },
  "adds-solutions": { tone: "wrong", word: "adds solutions", sentence: "A solution is added" },
  "does-not-follow": { tone: "wrong", word: "does not follow", sentence: "Does not follow" },
  "not-settled": { tone: "open", word: "not settled", sentence: "" },
};

export function verdictOf(line: Line): Verdict {
  return (line.verdict && VERDICTS[line.verdict]) || NONE;
}
