// The work at a box step by step, under its phases, counted through from the first to the last.
import type { WorkStep } from '../api/types';

export function WorkSequence({ steps }: { steps: WorkStep[] }) {
  const phases: { name: string; first: number; words: string[] }[] = [];
  for (const [index, { phase_name, words }] of steps.entries()) {
    const last = phases.at(-1);
    if (last?.name === phase_name) last.words.push(words);
    else phases.push({ name: phase_name, first: index + 1, words: [words] });
  }
  return (
    <div className="work-sequence">
      {phases.map(({ name, first, words }) => (
        <section key={name} aria-label={name}>
          <h4>{name}</h4>
          <ol start={first}>
            {words.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  );
}
