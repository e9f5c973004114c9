import { say } from '@fleet-wren/wording';
import { Ellipsis, Grip, Music2, SlidersHorizontal, Sun, Users } from 'lucide-react';
import { Suspense, useState } from 'react';
import { Button, Dropdown } from 'react-bootstrap';
import { Link, NavLink, Outlet } from 'react-router';
import { useAccount, useSignOutMutation } from '../api/account.ts';
import { useSettings } from '../api/settings.ts';
import { letGo } from '../components/blur-after-click.ts';
import { PaletteHost, openPalette } from '../components/palette/PaletteHost.tsx';
import { LeftHandedContext } from '../components/left-handed.ts';
import { InitialRecoveryCodes } from '../components/recovery-codes/InitialRecoveryCodes.tsx';
import { getCurrentTheme, toggleTheme } from './theme.ts';

const ThemeButton = () => {
  const [theme, setTheme] = useState(getCurrentTheme);
  return (
    <Button variant="plain" onClick={() => setTheme(toggleTheme())}>
      {theme === 'dark' ? say('shell.light-theme') : say('shell.dark-theme')}
    </Button>
  );
};

const PLACES = [
  { to: '/today', label: say('common.today'), Icon: Sun },
  { to: '/patterns', label: say('common.patterns'), Icon: Grip },
  { to: '/songs', label: say('common.songs'), Icon: Music2 },
  { to: '/students', label: say('common.students'), Icon: Users },
  { to: '/settings', label: say('common.settings'), Icon: SlidersHorizontal },
] as const;

/** The main menu: words beside the page, and on a phone a bar at the thumb's height. */
const MainMenu = () => (
  <nav className="shell-nav" aria-label={say('shell.main-menu')}>
    {PLACES.map(({ to, label, Icon }) => (
      <NavLink key={to} to={to}>
        <Icon size={21} strokeWidth={1.75} aria-hidden />
        {label}
      </NavLink>
    ))}
  </nav>
);

/** What belongs to who is signed in, under the main menu. */
const AccountLinks = ({ signOut }: { readonly signOut: () => void }) => {
  const { data: account } = useAccount();
  return (
    <div className="shell-foot">
      <PaletteHost />
      <span>{account?.studio}</span>
      <span className="text-soft">{account?.name}</span>
      <ThemeButton />
      <Link to="/help" className="btn btn-plain">
        {say('help.title')}
      </Link>
      <Link to="/about" className="btn btn-plain">
        {say('common.about')}
      </Link>
      <Button variant="plain" onClick={signOut}>
        {say('common.sign-out')}
      </Button>
    </div>
  );
};

/** The same on a phone, behind one button. */
const AccountMenu = ({ signOut }: { readonly signOut: () => void }) => {
  const [theme, setTheme] = useState(getCurrentTheme);
  return (
    <Dropdown className="shell-more" align="end">
      <Dropdown.Toggle variant="plain" aria-label={say('shell.more')}>
        <Ellipsis size={22} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={openPalette}>{say('palette.open')}</Dropdown.Item>
        <Dropdown.Item onClick={() => setTheme(toggleTheme())}>
          {theme === 'dark' ? say('shell.light-theme') : say('shell.dark-theme')}
        </Dropdown.Item>
        <Dropdown.Item as={Link} to="/help">
          {say('help.title')}
        </Dropdown.Item>
        <Dropdown.Item as={Link} to="/about">
          {say('common.about')}
        </Dropdown.Item>
        <Dropdown.Item onClick={signOut}>{say('common.sign-out')}</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
};

/** The frame around every screen: where one is, and who. */
export const AppShell = () => {
  const { mutate } = useSignOutMutation();
  const { leftHanded = false } = useSettings();
  const signOut = (): void => mutate();
  return (
    <div className="shell" onClick={letGo}>
      <header className="shell-head">
        <Link to="/today" className="shell-name">
          {say('common.fleet-wren')}
        </Link>
        <AccountMenu signOut={signOut} />
      </header>
      <MainMenu />
      <AccountLinks signOut={signOut} />
      <main className="shell-main">
        {/* One for all screens: until the next has come the last one stays. */}
        <Suspense fallback={null}>
          <LeftHandedContext value={leftHanded}>
            <Outlet />
          </LeftHandedContext>
        </Suspense>
      </main>
      <InitialRecoveryCodes />
    </div>
  );
};
