import { say } from '@fleet-wren/wording';
import './settings.scss';
import { NavLink, Navigate, Route, Routes } from 'react-router';
import { AccountPage } from './AccountPage.tsx';
import { BackupSection } from './BackupSection.tsx';
import { DisplaySettings } from './DisplaySettings.tsx';
import { EstimatesPage } from './EstimatesPage.tsx';
import { HandProfilesPage } from './HandProfilesPage.tsx';
import { SchoolsPage } from './SchoolsPage.tsx';

/** Set-up of the studio: hands, schools, estimates, drawing, and the archive. */
const SettingsScreen = () => (
  <div className="page set-up">
    <header className="page-head">
      <h1>{say('common.settings')}</h1>
      <nav className="tabs" aria-label={say('common.settings')}>
        <NavLink to="/settings/hands">{say('settings.hand-profiles')}</NavLink>
        <NavLink to="/settings/schools">{say('settings.fingering-schools')}</NavLink>
        <NavLink to="/settings/estimates">{say('settings.estimates')}</NavLink>
        <NavLink to="/settings/display">{say('settings.display')}</NavLink>
        <NavLink to="/settings/backup">{say('settings.backup')}</NavLink>
        <NavLink to="/settings/account">{say('settings.account')}</NavLink>
      </nav>
    </header>
    <Routes>
      <Route path="hands" element={<HandProfilesPage />} />
      <Route path="schools" element={<SchoolsPage />} />
      <Route path="estimates" element={<EstimatesPage />} />
      <Route path="display" element={<DisplaySettings />} />
      <Route path="backup" element={<BackupSection />} />
      <Route path="account" element={<AccountPage />} />
      <Route path="*" element={<Navigate to="/settings/hands" replace />} />
    </Routes>
  </div>
);

export default SettingsScreen;
