/** On a phone the places stand at the foot of the screen, under the thumb: those of the day, and everything else behind one press. */
import { Search } from 'lucide-react';
import { NavLink } from 'react-router';
import { PLACES } from './places.js';

const OF_THE_DAY = ['/', '/children', '/check', '/sessions'];

export function PhoneBar({ onMore }: { onMore: () => void }) {
  const item = 'flex flex-1 flex-col items-center gap-0.5 py-2 text-xs';
  return (
    <nav aria-label="At hand" className="no-print fixed inset-x-0 bottom-0 z-30 flex bg-pine text-[#dfe8e0]">
      {PLACES.filter((place) => OF_THE_DAY.includes(place.to)).map(({ to, name, icon: Icon }) => (
        <NavLink
          key={to}
          to={to}
          end={to === '/'}
          className={({ isActive }) => `${item} ${isActive ? 'bg-pine-2 font-semibold text-white' : ''}`}
        >
          <Icon size={20} aria-hidden strokeWidth={1.8} /> {name}
        </NavLink>
      ))}
      <button className={item} onClick={onMore}>
        <Search size={20} aria-hidden strokeWidth={1.8} /> More
      </button>
    </nav>
  );
}
