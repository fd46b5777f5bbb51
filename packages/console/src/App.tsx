import { lazy, Suspense } from 'react';
import { RouterProvider } from 'react-aria-components';
import { Navigate, Outlet, Route, Routes, useHref, useNavigate } from 'react-router';
import { useLive } from './live/use-live';
import { LogInPage } from './pages/log-in/LogInPage';
import { Empty, Page } from './parts/Page';
import { TopBar } from './parts/TopBar';
import { Trouble } from './parts/Trouble';
import { useSession } from './session/use-session';
import { words } from './words';

// Each page comes when it is first opened.
const OverviewPage = lazy(() => import('./pages/overview/OverviewPage'));
const MailboxPage = lazy(() => import('./pages/mailboxes/MailboxPage'));
const MailboxesPage = lazy(() => import('./pages/mailboxes/MailboxesPage'));
const SorterPage = lazy(() => import('./pages/sorter/SorterPage'));
const WorkbenchesPage = lazy(() => import('./pages/workbench/WorkbenchesPage'));
const WorkbenchPage = lazy(() => import('./pages/workbench/WorkbenchPage'));
const MessagesPage = lazy(() => import('./pages/messages/MessagesPage'));
const ViewPage = lazy(() => import('./pages/messages/ViewPage'));
const MessagePage = lazy(() => import('./pages/message/MessagePage'));
const ReviewPage = lazy(() => import('./pages/review/ReviewPage'));
const DeskPage = lazy(() => import('./pages/review/DeskPage'));
const ManyPage = lazy(() => import('./pages/review/ManyPage'));
const RightPage = lazy(() => import('./pages/review/RightPage'));
const RecordsPage = lazy(() => import('./pages/records/RecordsPage'));
const RecordPage = lazy(() => import('./pages/records/RecordPage'));
const DestinationsPage = lazy(() => import('./pages/destinations/DestinationsPage'));
const ExportsPage = lazy(() => import('./pages/exports/ExportsPage'));
const NoticesPage = lazy(() => import('./pages/notices/NoticesPage'));
const LookupsPage = lazy(() => import('./pages/lookups/LookupsPage'));
const AccountPage = lazy(() => import('./pages/account/AccountPage'));
const PeoplePage = lazy(() => import('./pages/people/PeoplePage'));
const WelcomePage = lazy(() => import('./pages/welcome/WelcomePage'));

/** All addresses of the console. */
export function App() {
  const navigate = useNavigate();
  return (
    <RouterProvider navigate={navigate} useHref={useHref}>
      <Suspense>
        <Routes>
          <Route path="/welcome/:secret" element={<WelcomePage />} />
          <Route element={<Inside />}>
            <Route index element={<OverviewPage />} />
            <Route path="/mailboxes" element={<MailboxesPage />} />
            <Route path="/mailboxes/:name" element={<MailboxPage />} />
            <Route path="/mailboxes/:name/sorter" element={<SorterPage />} />
            <Route path="/workbench" element={<WorkbenchesPage />} />
            <Route path="/workbench/:name" element={<WorkbenchPage />} />
            <Route path="/messages" element={<MessagesPage />} />
            <Route path="/views/:name" element={<ViewPage />} />
            <Route path="/messages/:key" element={<MessagePage />} />
            <Route path="/review" element={<ReviewPage />} />
            <Route path="/review/desk" element={<DeskPage />} />
            <Route path="/review/table" element={<ManyPage />} />
            <Route path="/review/right" element={<RightPage />} />
            <Route path="/records" element={<RecordsPage />} />
            <Route path="/records/:key" element={<RecordPage />} />
            <Route path="/destinations" element={<DestinationsPage />} />
            <Route path="/exports" element={<ExportsPage />} />
            <Route path="/notices" element={<NoticesPage />} />
            <Route path="/lookups" element={<LookupsPage />} />
            <Route path="/lookups/:name" element={<LookupsPage />} />
            <Route path="/account" element={<AccountPage />} />
            <Route path="/people" element={<PeoplePage />} />
            <Route path="/overview" element={<Navigate to="/" replace />} />
            <Route path="*" element={<Nowhere />} />
          </Route>
        </Routes>
      </Suspense>
    </RouterProvider>
  );
}

/** What is behind the log-in. The page asked for waits until somebody has logged in. */
function Inside() {
  const { data: caller, error, refetch } = useSession();
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />;
  if (caller === undefined) return null;
  return caller === null ? <LogInPage /> : <Console />;
}

function Console() {
  useLive();
  return (
    <TopBar>
      <Suspense fallback={<Empty>{words.common.loading}</Empty>}>
        <Outlet />
      </Suspense>
    </TopBar>
  );
}

function Nowhere() {
  return (
    <Page title={words.common.notFoundTitle}>
      <Empty>{words.common.notFound}</Empty>
    </Page>
  );
}
