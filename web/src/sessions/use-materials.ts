/** All that sessions of a group are planned from, once everything is there. */
import { useMemo } from 'react';
import type { Group } from '@sapling/contract';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { usePictured } from '../pictures/use-pictured.js';
import type { Materials } from './draft-cycle.js';

export function useMaterials(group: Group | undefined): Materials | null {
  const { data: children } = useData('children');
  const { data: past } = useData(group ? 'sessions' : null, { query: group?.startsOn ? { from: group.startsOn } : {} });
  const { data: styles } = useData('styles');
  const { data: texts } = useData('texts');
  const { data: settings } = useData('settings');
  const pictures = usePictured();
  const orders = useOrders();
  return useMemo(() => {
    if (!group || !children || !past || !styles || !texts || !settings || !pictures || !orders) return null;
    const members = group.members.flatMap((id) => children.find((c) => c.id === id) ?? []);
    const style = styles.find((s) => s.id === settings.sessionStyle) ?? styles[0];
    const taught = orders.taughtToAll(members.map((m) => m.classId));
    return style && members.length > 0 ? { group, members, taught, past, style, texts, pictures, settings } : null;
  }, [group, children, past, styles, texts, settings, pictures, orders]);
}
