// Numbers of questions to workers: what belongs to an older one is dropped there, whoever asked it.
let questions = 0;
export const nextQuestion = (): number => ++questions;
