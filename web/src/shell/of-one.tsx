/** Places that are each about one child, group, session or teaching order: another one is another place. */
import type { ComponentType } from 'react';
import { useParams } from 'react-router';

/**
 * A place about what its address names with `:id`. On the way from one to the next nothing stays: what was typed about one child
 * is never left on another, and nothing of the first is shown while the second is on its way.
 */
export const ofOne = (load: () => Promise<{ Component: ComponentType }>) => async (): Promise<{ Component: ComponentType }> => {
  const { Component: Place } = await load();
  return {
    Component: function OfOne() {
      const { id } = useParams();
      return <Place key={id} />;
    },
  };
};
