import { useQuery } from '@tanstack/react-query';
import { keys } from './api/queryKeys';
import { lazy, Suspense } from 'react';
import { Navigate, Route, Routes, useLocation } from 'react-router';
import { get } from './api/client';
import type { Begin } from './api/swatches';
import { AppShell } from './components/AppShell';
import { Loading, NotThere } from './components/ui/states';

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
const WordsPage = lazy(() => import('./pages/words/WordsPage'));
const FadeRack = lazy(() => import('./pages/cards/FadeRack'));
const HangTagPage = lazy(() => import('./pages/cards/HangTagPage'));
const FadeReport = lazy(() => import('./pages/cards/FadeReport'));
const MixPage = lazy(() => import('./pages/mixes/MixPage'));
const CodePage = lazy(() => import('./pages/pigments/CodePage'));
const ChoosePage = lazy(() => import('./pages/choose/ChoosePage'));
const SetPage = lazy(() => import('./pages/pigments/SetPage'));
const ComparePage = lazy(() => import('./pages/compare/ComparePage'));
const SideBySidePage = lazy(() => import('./pages/compare/SideBySidePage'));
const CapturePage = lazy(() => import('./pages/capture/CapturePage'));
const AccuracyPage = lazy(() => import('./pages/capture/AccuracyPage'));
const LedgerPage = lazy(() => import('./pages/ledger/LedgerPage'));
const BundlesPage = lazy(() => import('./pages/ledger/BundlesPage'));
const BundlePage = lazy(() => import('./pages/ledger/BundlePage'));
const RepeatPage = lazy(() => import('./pages/ledger/RepeatPage'));
const ProtocolPage = lazy(() => import('./pages/ledger/ProtocolPage'));
const MapPage = lazy(() => import('./pages/ledger/MapPage'));
const TesterPage = lazy(() => import('./pages/ledger/TesterPage'));
const FollowingPage = lazy(() => import('./pages/ledger/FollowingPage'));
const ApiPage = lazy(() => import('./pages/ledger/ApiPage'));
const StewardsPage = lazy(() => import('./pages/people/StewardsPage'));
const JoinPage = lazy(() => import('./pages/people/JoinPage'));
const RecordPage = lazy(() => import('./pages/ledger/RecordPage'));
const ShorePage = lazy(() => import('./pages/shore/ShorePage'));
const TodayPage = lazy(() => import('./pages/today/TodayPage'));
const PasswordPage = lazy(() => import('./pages/people/PasswordPage'));
const AccountPage = lazy(() => import('./pages/people/AccountPage'));
const PeoplePage = lazy(() => import('./pages/people/PeoplePage'));
const SwatchesPage = lazy(() => import('./pages/swatches/SwatchesPage'));
const PhonePage = lazy(() => import('./pages/phone/PhonePage'));
const BeginPage = lazy(() => import('./pages/begin/BeginPage'));
const SignInPage = lazy(() => import('./pages/people/SignInPage'));

export function App() {
    // A telephone sees nothing but its own page.
    if (useLocation().pathname === '/phone') {
        return (
            <Suspense fallback={<Loading what="the page" />}>
                <PhonePage />
            </Suspense>
        );
    }
    return (
        <AppShell>
            <Suspense fallback={<Loading what="the page" />}>
                <Routes>
                    <Route path="/" element={<Opening />} />
                    <Route path="/begin" element={<BeginPage />} />
                    <Route path="/swatches" element={<SwatchesPage />} />
                    <Route path="/today" element={<TodayPage />} />
                    <Route path="/pigments" element={<PigmentsPage />} />
                    <Route path="/pigments/:code" element={<CodePage />} />
                    <Route path="/makers/:maker" element={<SetPage />} />
                    <Route path="/choose" element={<ChoosePage />} />
                    <Route path="/strips" element={<SetPage />} />
                    <Route path="/groups/:group" element={<SetPage />} />
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
                    <Route path="/cards/:uuid/fading" element={<FadeReport />} />
                    <Route path="/fade" element={<FadeRack />} />
                    <Route path="/words" element={<WordsPage />} />
                    <Route path="/cards/:uuid/tags" element={<HangTagPage />} />
                    <Route path="/mixes" element={<MixPage />} />
                    <Route path="/compare" element={<ComparePage />} />
                    <Route path="/side-by-side" element={<SideBySidePage />} />
                    <Route path="/capture" element={<CapturePage />} />
                    <Route path="/accuracy" element={<AccuracyPage />} />
                    <Route path="/ledger" element={<LedgerPage />} />
                    <Route path="/protocol/:card" element={<ProtocolPage />} />
                    <Route path="/ledger/map" element={<MapPage />} />
                    <Route path="/testers/:uuid" element={<TesterPage />} />
                    <Route path="/following" element={<FollowingPage />} />
                    <Route path="/programs" element={<ApiPage />} />
                    <Route path="/stewards" element={<StewardsPage />} />
                    <Route path="/join" element={<JoinPage />} />
                    <Route path="/ledger/bundles" element={<BundlesPage />} />
                    <Route path="/ledger/bundles/:uuid" element={<BundlePage />} />
                    <Route path="/records/:card/repeat" element={<RepeatPage />} />
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

/** The application opens on all that was measured; an empty one on where to begin. */
function Opening() {
    const begin = useQuery({ queryKey: keys.begin(), queryFn: () => get<Begin>('begin') });
    if (begin.data === undefined) {
        return <Loading what="the shore" />;
    }
    return begin.data.empty || (begin.data.practice ?? 1) < 1 ? <Navigate to="/begin" replace /> : <ShorePage />;
}
