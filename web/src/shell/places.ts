import type { Role } from '@sapling/contract';
import { BookOpen, CalendarDays, Grid3x3, Home, Layers, LineChart, Mic, UserRound, UsersRound, type LucideIcon } from 'lucide-react';

export interface Place {
  readonly to: string;
  readonly name: string;
  readonly icon: LucideIcon;
  /** The question it answers. */
  readonly asks: string;
  readonly roles?: readonly Role[];
}

export const PLACES: readonly Place[] = [
  { to: '/', name: 'Today', icon: Home, asks: 'What do I do now, with whom?' },
  { to: '/children', name: 'Children', icon: UserRound, asks: 'Who needs me?' },
  { to: '/check', name: 'Check', icon: Mic, asks: 'Who is due, and start' },
  { to: '/gaps', name: 'Gaps', icon: Grid3x3, asks: 'What is missing, and for whom together?' },
  { to: '/groups', name: 'Groups', icon: Layers, asks: 'Who should sit together, for what?', roles: ['lead', 'teacher', 'tutor'] },
  { to: '/sessions', name: 'Sessions', icon: CalendarDays, asks: 'This week, and what happened' },
  { to: '/progress', name: 'Progress', icon: LineChart, asks: 'Is it working?' },
  { to: '/library', name: 'Library', icon: BookOpen, asks: 'Sounds, words, texts, teaching orders, rules' },
  { to: '/team', name: 'Team', icon: UsersRound, asks: 'Who sees what' },
];

export const placesFor = (role: Role): readonly Place[] => PLACES.filter((p) => !p.roles || p.roles.includes(role));
