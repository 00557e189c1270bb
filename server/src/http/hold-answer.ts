/** Whether an answer is what the contract says: looked at wherever tests run, and in the demo. */
import { JsonText, type Route } from './route.js';

/** @throws Error naming the endpoint and what does not fit: a fault of ours, told as one. */
export function holdAnswer({ name, endpoint }: Pick<Route, 'name' | 'endpoint'>, answer: unknown): void {
  // as it will be read: what is undefined does not travel
  const text = answer instanceof JsonText ? answer.text : JSON.stringify(answer);
  const parsed = endpoint.response.safeParse(text === undefined ? undefined : JSON.parse(text));
  if (parsed.success) return;
  const issues = parsed.error.issues.slice(0, 5).map((i) => `${i.path.join('.') || 'answer'}: ${i.message}`);
  throw new Error(`${name} answers what its contract does not say. ${issues.join('; ')}`);
}
