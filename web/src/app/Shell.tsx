import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Outlet, useNavigate, useParams } from 'react-router';
import { queries } from '../data/queries';
import { useTheme } from '../theme/ThemeProvider';
import { CommandList } from './CommandList';
import { useCommands } from './commands';
import { addressOf, places } from './places';
import { Rail } from './Rail';

/** The rail, and to its right the place in hand. */
export function Shell() {
  const campaignId = Number(useParams()['campaignId']);
  const { data: campaign } = useQuery({ ...queries.campaign(campaignId), enabled: campaignId > 0 });
  const { data: reports = [] } = useQuery({ ...queries.reports(campaignId), enabled: campaignId > 0 });
  const [list, setList] = useState<'commands' | 'keys' | null>(null);
  const navigate = useNavigate();
  const { toggle } = useTheme();
  useCommands([
    { id: 'find', label: 'Find an action', keys: 'Ctrl+K', run: () => setList('commands') },
    { id: 'keys', label: 'Show the keys', keys: '?', run: () => setList('keys') },
    { id: 'theme', label: 'Switch between light and dark', run: toggle },
    { id: 'campaigns', label: 'Go to all campaigns', run: () => void navigate('/') },
    ...(campaign
      ? places.map(({ path, title }, i) => ({
          id: `go-${path}`,
          label: `Go to ${title}`,
          keys: String(i + 1),
          run: () => void navigate(addressOf(campaign.id, path)),
        }))
      : []),
    ...reports.map(({ id, name }) => ({
      id: `report-${id}`,
      label: `Open the report "${name}"`,
      run: () => void navigate(addressOf(campaignId, 'report', id)),
    })),
  ]);
  return (
    <div className="shell">
      <Rail
        campaign={campaignId > 0 ? campaign : undefined}
        onFind={() => setList('commands')}
        onKeys={() => setList('keys')}
      />
      <Outlet />
      <CommandList open={list !== null} keysOnly={list === 'keys'} onClose={() => setList(null)} />
    </div>
  );
}
