import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { TitleLine } from '../shared/TitleLine';

const tabs = [
  { to: '/standards/fields', text: 'Fields' },
  { to: '/standards/required', text: 'Required data' },
  { to: '/standards/lists', text: 'Pick lists' },
  { to: '/standards/matching', text: 'Match rules' },
  { to: '/standards/organization', text: 'Organization' },
];

/** What the screens of the standards share. */
export function StandardsFrame({ about, children }: { about: string; children: ReactNode }) {
  return (
    <>
      <TitleLine title="Standards">{about}</TitleLine>
      <nav className="tabs" aria-label="Standards">
        {tabs.map((tab) => (
          <NavLink key={tab.to} to={tab.to} className={({ isActive }) => (isActive ? 'chosen' : '')}>
            {tab.text}
          </NavLink>
        ))}
      </nav>
      {children}
    </>
  );
}
