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
        <NavLink to="/set-up/hands">{say('settings.hand-profiles')}</NavLink>
        <NavLink to="/set-up/schools">{say('settings.fingering-schools')}</NavLink>
        <NavLink to="/set-up/estimates">{say('settings.estimates')}</NavLink>
        <NavLink to="/set-up/drawing">{say('settings.display')}</NavLink>
        <NavLink to="/set-up/archive">{say('settings.backup')}</NavLink>
        <NavLink to="/set-up/account">{say('settings.account')}</NavLink>
      </nav>
    </header>
    <Routes>
      <Route path="hands" element={<HandProfilesPage />} />
      <Route path="schools" element={<SchoolsPage />} />
      <Route path="estimates" element={<EstimatesPage />} />
      <Route path="drawing" element={<DisplaySettings />} />
      <Route path="archive" element={<BackupSection />} />
      <Route path="account" element={<AccountPage />} />
      <Route path="*" element={<Navigate to="/set-up/hands" replace />} />
    </Routes>
  </div>
);

export default SettingsScreen;
