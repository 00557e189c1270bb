/** A sign-in that ended while something was being written: it is taken up again over the page, and nothing of the page is lost. */
import type { Me } from '@sapling/contract';
import { Dialog as Radix } from 'radix-ui';
import { SignIn, type DemoPerson } from './sign-in.js';
import { unsavedWork } from './unsaved.js';

/** Whether the page waits for its own person instead of giving way to the sign-in of anybody. */
export const waitsForItsPerson = (): boolean => unsavedWork().length > 0;

export function SignInAgain({
  me,
  people,
  mail,
  onDone,
}: {
  me: Me;
  people: readonly DemoPerson[];
  mail: boolean;
  onDone: () => Promise<unknown>;
}) {
  return (
    <Radix.Root open>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          className="fixed inset-0 z-60 overflow-y-auto bg-paper focus:outline-none"
        >
          <Radix.Title className="sr-only">Sign in again</Radix.Title>
          <SignIn
            people={people}
            mail={mail}
            onDone={onDone}
            note={
              <p className="mb-6 border-l-4 border-wobbly bg-note px-4 py-2">
                <b>Your sign-in has ended.</b> Not kept yet, and still here: {unsavedWork().join('; ')}. Sign in as {me.colleague.name} to
                go on with it; whoever else signs in begins at Today, and it is lost.
              </p>
            }
          />
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
