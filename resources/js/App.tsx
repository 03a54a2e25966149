import { useQuery } from '@tanstack/react-query';
import { keys } from './api/queryKeys';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes } from 'react-router';
import { get } from './api/client';
import { AppShell } from './components/AppShell';
import { Loading, NotThere } from './components/ui/states';
import { CodePage } from './pages/pigments/CodePage';
import type { PigmentList } from './pages/pigments/PigmentsPage';

const PigmentsPage = lazy(() => import('./pages/pigments/PigmentsPage'));
const PaintsPage = lazy(() => import('./pages/paints/PaintsPage'));
const PaintPage = lazy(() => import('./pages/paints/PaintPage'));
const BenchListPage = lazy(() => import('./pages/bench/BenchListPage'));
const PlanPage = lazy(() => import('./pages/bench/PlanPage'));
const BenchPage = lazy(() => import('./pages/bench/BenchPage'));
const PrintPage = lazy(() => import('./pages/bench/PrintPage'));
const PalettesPage = lazy(() => import('./pages/collection/PalettesPage'));
const ImportPage = lazy(() => import('./pages/collection/ImportPage'));
const ProtocolsPage = lazy(() => import('./pages/cards/ProtocolsPage'));
const MethodsPage = lazy(() => import('./pages/cards/MethodsPage'));
const LabelsPage = lazy(() => import('./pages/collection/LabelsPage'));
const CardsPage = lazy(() => import('./pages/cards/CardsPage'));
const CardPage = lazy(() => import('./pages/cards/CardPage'));
const FramePage = lazy(() => import('./pages/cards/FramePage'));
const FadeRack = lazy(() => import('./pages/cards/FadeRack'));
const SideBySidePage = lazy(() => import('./pages/compare/SideBySidePage'));
const CapturePage = lazy(() => import('./pages/capture/CapturePage'));
const AccuracyPage = lazy(() => import('./pages/capture/AccuracyPage'));
const LedgerPage = lazy(() => import('./pages/ledger/LedgerPage'));
const RecordPage = lazy(() => import('./pages/ledger/RecordPage'));
const TodayPage = lazy(() => import('./pages/today/TodayPage'));
const PasswordPage = lazy(() => import('./pages/people/PasswordPage'));
const AccountPage = lazy(() => import('./pages/people/AccountPage'));
const PeoplePage = lazy(() => import('./pages/people/PeoplePage'));
const SignInPage = lazy(() => import('./pages/people/SignInPage'));

export function App() {
    return (
        <AppShell>
            <Suspense fallback={<Loading what="the page" />}>
                <Routes>
                    <Route path="/" element={<Opening />} />
                    <Route path="/today" element={<TodayPage />} />
                    <Route path="/pigments" element={<PigmentsPage />} />
                    <Route path="/pigments/:code" element={<CodePage />} />
                    <Route path="/paints" element={<PaintsPage />} />
                    <Route path="/paints/:uuid" element={<PaintPage />} />
                    <Route path="/palettes" element={<PalettesPage />} />
                    <Route path="/labels" element={<LabelsPage />} />
                    <Route path="/import/:uuid?" element={<ImportPage />} />
                    <Route path="/bench" element={<BenchListPage />} />
                    <Route path="/bench/new" element={<PlanPage />} />
                    <Route path="/bench/:uuid" element={<BenchPage />} />
                    <Route path="/bench/:uuid/print" element={<PrintPage />} />
                    <Route path="/protocols" element={<ProtocolsPage />} />
                    <Route path="/methods" element={<MethodsPage />} />
                    <Route path="/cards" element={<CardsPage />} />
                    <Route path="/cards/:uuid" element={<CardPage />} />
                    <Route path="/frames/new" element={<FramePage />} />
                    <Route path="/fade" element={<FadeRack />} />
                    <Route path="/side-by-side" element={<SideBySidePage />} />
                    <Route path="/capture" element={<CapturePage />} />
                    <Route path="/accuracy" element={<AccuracyPage />} />
                    <Route path="/ledger" element={<LedgerPage />} />
                    <Route path="/records/:card/:number?" element={<RecordPage />} />
                    <Route path="/sign-in" element={<SignInPage />} />
                    <Route path="/password" element={<PasswordPage />} />
                    <Route path="/account" element={<AccountPage />} />
                    <Route path="/people" element={<PeoplePage />} />
                    <Route path="*" element={<NotThere />} />
                </Routes>
            </Suspense>
        </AppShell>
    );
}

/** The application opens on strips: the code last looked at, or the one with most measured paints. */
function Opening() {
    const last = localStorage.getItem('last-code');
    const list = useQuery({ queryKey: keys.pigments(), queryFn: () => get<PigmentList>('pigments'), enabled: last === null });
    if (last !== null) {
        return <Navigate to={`/pigments/${encodeURIComponent(last)}`} replace />;
    }
    if (list.data === undefined) {
        return <Loading what="the strips" />;
    }
    const best = list.data.pigments.reduce((a, b) => (b.measured > a.measured ? b : a));
    return <Navigate to={best.measured > 0 ? `/pigments/${encodeURIComponent(best.code)}` : '/paints'} replace />;
}
