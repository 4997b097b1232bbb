import type { Schemas } from '../../api/client';

export type Answer = 'seen' | 'notSeen' | 'cannot' | 'notTried';
export type Answers = Record<string, Answer>;
export type Task = Schemas['Task'];
export type Sign = Schemas['Sign'];

/** The answers with one more, or without it when it is taken back; what is answered last stands last. */
export function withAnswer(answers: Answers, key: string, answer: Answer): Answers {
  const others = Object.entries(answers).filter(([other]) => other !== key);
  return Object.fromEntries(answer === 'notTried' ? others : [...others, [key, answer]]);
}

/** Signs of a machine once each, with the task that looks for it. */
export function signsOf(tasks: Task[]): { sign: Sign; task: Task }[] {
  return tasks.flatMap((task) => task.signs.map((sign) => ({ sign, task })));
}

/** Signs not answered yet that hold all the words typed, those of the whole machine first. */
export function matching(tasks: Task[], answers: Answers, typed: string, most: number): Sign[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return signsOf(tasks)
    .filter(({ sign, task }) => {
      const text = `${sign.words} ${task.words}`.toLowerCase();
      return !answers[sign.key] && words.every((word) => text.includes(word));
    })
    .map(({ sign }) => sign)
    .sort((a, b) => Number(a.ofPart) - Number(b.ofPart))
    .slice(0, most);
}

/** The check in hand: the one held as long as any of its signs is open, else the best. */
export function inHand(
  held: string | undefined,
  tasks: Task[],
  isOpen: (sign: string) => boolean,
  best: string | undefined,
) {
  const task = tasks.find((t) => t.key === held);
  return task?.signs.some((sign) => isOpen(sign.key)) ? held : best;
}
