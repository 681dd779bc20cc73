// Answers of the device, in the form that the office gives them.
import type { Problem } from '../api/types';

export const problem = (status: number, title: string, detail: string): Problem => ({
  status,
  title,
  detail,
});

/** JSON as it is, with the kind that goes with its status. */
export const json = (body: string, status = 200) =>
  new Response(body, {
    status,
    headers: { 'Content-Type': status < 300 ? 'application/json' : 'application/problem+json' },
  });

export const refuse = (status: number, title: string, detail: string) =>
  json(JSON.stringify(problem(status, title, detail)), status);
