import type { CampaignReply } from '@undameter/contract';
import { NavLink } from 'react-router';
import { useTheme } from '../theme/ThemeProvider';
import { addressOf, places } from './places';

export function Rail({
  campaign,
  onFind,
  onKeys,
}: {
  campaign?: CampaignReply | undefined;
  onFind(): void;
  onKeys(): void;
}) {
  const { name, toggle } = useTheme();
  return (
    <nav className="rail" aria-label="Places">
      <NavLink to="/" end className="rail-mark" aria-label="All campaigns">
        <svg viewBox="0 0 44 32" fill="none" strokeLinecap="round" strokeLinejoin="round" aria-hidden>
          <path d="M3 20c4 0 4-14 9-14s5 20 10 20 5-17 9-17" stroke="var(--act)" strokeWidth="2.6" />
          <path d="M36 6h6M36 26h6M39 6v20" stroke="var(--ink)" strokeWidth="1.8" />
        </svg>
      </NavLink>
      {campaign
        ? places.map(({ path, title, content }) => (
            <NavLink
              key={path}
              to={addressOf(campaign.id, path)}
              end={path === 'campaign'}
              className={({ isActive }) => (isActive ? 'rail-place here' : 'rail-place')}
            >
              <span>{title}</span>
              <small>{content(campaign)}</small>
            </NavLink>
          ))
        : null}
      <span className="grow" />
      <button className="rail-tool" onClick={onFind}>
        Find <kbd>Ctrl+K</kbd>
      </button>
      <button className="rail-tool" onClick={onKeys}>
        Keys <kbd>?</kbd>
      </button>
      <button className="rail-tool" onClick={toggle}>
        {name === 'light' ? 'Dark' : 'Light'}
      </button>
    </nav>
  );
}
