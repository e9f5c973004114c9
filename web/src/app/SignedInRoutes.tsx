import type { ComponentType } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { PatternList } from '../patterns/PatternList.tsx';
import { AppShell } from './AppShell.tsx';
import { ById } from './ById.tsx';
import { lazyScreen } from './lazy-screen.tsx';
import { MOVED_PATHS, MovedPath } from './MovedPath.tsx';
import { ScreenBoundary } from './ScreenBoundary.tsx';

const PatternScreen = lazyScreen(() => import('../pattern-editor/PatternScreen.tsx'));
const GenerateScreen = lazyScreen(() => import('../generate/GenerateScreen.tsx'));
const SchoolsScreen = lazyScreen(() => import('../schools/SchoolsScreen.tsx'));
const PatternLibraryScreen = lazyScreen(() => import('../pattern-library/PatternLibraryScreen.tsx'));
const ImportScreen = lazyScreen(() => import('../import/ImportScreen.tsx'));
const HarmonicsScreen = lazyScreen(() => import('../harmonics/HarmonicsScreen.tsx'));
const SongList = lazyScreen(() => import('../songs/SongList.tsx'));
const SongScreen = lazyScreen(() => import('../songs/SongScreen.tsx'));
const DrillSetSheet = lazyScreen(() => import('../sheets/DrillSetSheet.tsx'));
const ChordDiagramsSheet = lazyScreen(() => import('../sheets/ChordDiagramsSheet.tsx'));
const SongSheet = lazyScreen(() => import('../sheets/SongSheet.tsx'));
const SongStand = lazyScreen(() => import('../stand/SongStand.tsx'));
const HandScreen = lazyScreen(() => import('../hand/HandScreen.tsx'));
const PatternStand = lazyScreen(() => import('../stand/PatternStand.tsx'));
const BuildUpSheet = lazyScreen(() => import('../sheets/BuildUpSheet.tsx'));
const TodayScreen = lazyScreen(() => import('../today/TodayScreen.tsx'));
const StudentListScreen = lazyScreen(() => import('../students/StudentListScreen.tsx'));
const StudentReport = lazyScreen(() => import('../report/StudentReport.tsx'));
const StudentSheet = lazyScreen(() => import('../sheets/StudentSheet.tsx'));
const StudentPage = lazyScreen(() => import('../students/StudentPage.tsx'));
const SkillsScreen = lazyScreen(() => import('../skills/SkillsScreen.tsx'));
const CourseSheet = lazyScreen(() => import('../skills/CourseSheet.tsx'));
const StudioSkillsScreen = lazyScreen(() => import('../skills/StudioSkillsScreen.tsx'));
const TakeScreen = lazyScreen(() => import('../takes/TakeScreen.tsx'));
const Help = lazyScreen(() => import('../help/Help.tsx'));
const SettingsScreen = lazyScreen(() => import('../settings/SettingsScreen.tsx'));
const CompareSchools = lazyScreen(() => import('../compare-schools/CompareSchools.tsx'));
const DrillGrid = lazyScreen(() => import('../drills/DrillGrid.tsx'));
const PatternSheet = lazyScreen(() => import('../sheets/PatternSheet.tsx'));
const RecordTakeScreen = lazyScreen(() => import('../takes/RecordTakeScreen.tsx'));

type Screen = readonly [path: string, screen: ComponentType];

/** Every screen and where it is. */
const SCREENS: readonly Screen[] = [
  ['/today', TodayScreen],
  ['/patterns', PatternList],
  ['/patterns/generate', GenerateScreen],
  ['/patterns/library', PatternLibraryScreen],
  ['/schools', SchoolsScreen],
  ['/schools/:key', SchoolsScreen],
  ['/patterns/import', ImportScreen],
  ['/patterns/sheet', DrillSetSheet],
  ['/songs', SongList],
  ['/chord-diagrams', ChordDiagramsSheet],
  ['/harmonics', HarmonicsScreen],
  ['/students', StudentListScreen],
  ['/skills', StudioSkillsScreen],
  ['/settings/*', SettingsScreen],
  ['/help', Help],
];

/** Screens about one thing of the studio. */
const SCREENS_BY_ID: readonly Screen[] = [
  ['/songs/:id', SongScreen],
  ['/songs/:id/sheet', SongSheet],
  ['/songs/:id/build-up', BuildUpSheet],
  ['/songs/:id/stand', SongStand],
  ['/students/:id', StudentPage],
  ['/students/:id/report', StudentReport],
  ['/students/:id/sheet', StudentSheet],
  ['/students/:id/skills', SkillsScreen],
  ['/students/:id/skills/course', CourseSheet],
  ['/takes/:id', TakeScreen],
];

/** What can be done with one pattern: all of it on one store with one undo. */
const PATTERN_VIEWS: readonly Screen[] = [
  ['compare-schools', CompareSchools],
  ['drills', DrillGrid],
  ['hand', HandScreen],
  ['sheet', PatternSheet],
  ['stand', PatternStand],
  ['take', RecordTakeScreen],
];

const screenRoute = ([path, Shown]: Screen) => (
  <Route
    key={path}
    path={path}
    element={
      <ScreenBoundary key={path}>
        <Shown />
      </ScreenBoundary>
    }
  />
);

const byId = ([path, Shown]: Screen): Screen => [
  path,
  () => (
    <ById>
      <Shown />
    </ById>
  ),
];

const BY_ID = SCREENS_BY_ID.map(byId);
const [, OnePattern] = byId(['/patterns/:id', PatternScreen]);

/** The screens of somebody signed in. */
export const SignedInRoutes = () => (
  <Routes>
    <Route element={<AppShell />}>
      {SCREENS.map(screenRoute)}
      {BY_ID.map(screenRoute)}
      <Route
        path="/patterns/:id"
        element={
          <ScreenBoundary key="/patterns/:id">
            <OnePattern />
          </ScreenBoundary>
        }
      >
        <Route index element={null} />
        {PATTERN_VIEWS.map(([path, View]) => (
          <Route key={path} path={path} element={<View />} />
        ))}
        <Route path="approaches" element={<MovedPath to="../compare-schools" />} />
        <Route path="*" element={<Navigate to=".." replace />} />
      </Route>
      {Object.entries(MOVED_PATHS).map(([path, to]) => (
        <Route key={path} path={path} element={<MovedPath to={to} />} />
      ))}
      <Route path="*" element={<Navigate to="/today" replace />} />
    </Route>
  </Routes>
);
