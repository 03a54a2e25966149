import { useQuery } from '@tanstack/react-query';
import { keys } from './api/queryKeys';
import { lazy, Suspense } from 'react';
import { Redirect, Route, Switch, useLocation } from './router';
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
                <Switch>
                    <Route path="/" component={Opening} />
                    <Route path="/begin" component={BeginPage} />
                    <Route path="/swatches" component={SwatchesPage} />
                    <Route path="/today" component={TodayPage} />
                    <Route path="/pigments" component={PigmentsPage} />
                    <Route path="/pigments/:code" component={CodePage} />
                    <Route path="/makers/:maker" component={SetPage} />
                    <Route path="/choose" component={ChoosePage} />
                    <Route path="/strips" component={SetPage} />
                    <Route path="/groups/:group" component={SetPage} />
                    <Route path="/paints" component={PaintsPage} />
                    <Route path="/paints/:uuid" component={PaintPage} />
                    <Route path="/palettes" component={PalettesPage} />
                    <Route path="/labels" component={LabelsPage} />
                    <Route path="/import/:uuid?" component={ImportPage} />
                    <Route path="/bench" component={BenchListPage} />
                    <Route path="/bench/new" component={PlanPage} />
                    <Route path="/bench/:uuid" component={BenchPage} />
                    <Route path="/bench/:uuid/print" component={PrintPage} />
                    <Route path="/protocols" component={ProtocolsPage} />
                    <Route path="/methods" component={MethodsPage} />
                    <Route path="/cards" component={CardsPage} />
                    <Route path="/cards/:uuid" component={CardPage} />
                    <Route path="/frames/new" component={FramePage} />
                    <Route path="/cards/:uuid/fading" component={FadeReport} />
                    <Route path="/fade" component={FadeRack} />
                    <Route path="/words" component={WordsPage} />
                    <Route path="/cards/:uuid/tags" component={HangTagPage} />
                    <Route path="/mixes" component={MixPage} />
                    <Route path="/compare" component={ComparePage} />
                    <Route path="/side-by-side" component={SideBySidePage} />
                    <Route path="/capture" component={CapturePage} />
                    <Route path="/accuracy" component={AccuracyPage} />
                    <Route path="/ledger" component={LedgerPage} />
                    <Route path="/protocol/:card" component={ProtocolPage} />
                    <Route path="/ledger/map" component={MapPage} />
                    <Route path="/testers/:uuid" component={TesterPage} />
                    <Route path="/following" component={FollowingPage} />
                    <Route path="/programs" component={ApiPage} />
                    <Route path="/stewards" component={StewardsPage} />
                    <Route path="/join" component={JoinPage} />
                    <Route path="/ledger/bundles" component={BundlesPage} />
                    <Route path="/ledger/bundles/:uuid" component={BundlePage} />
                    <Route path="/records/:card/repeat" component={RepeatPage} />
                    <Route path="/records/:card/:number?" component={RecordPage} />
                    <Route path="/sign-in" component={SignInPage} />
                    <Route path="/password" component={PasswordPage} />
                    <Route path="/account" component={AccountPage} />
                    <Route path="/people" component={PeoplePage} />
                    <Route>
                        <NotThere />
                    </Route>
                </Switch>
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
    return begin.data.empty || (begin.data.practice ?? 1) < 1 ? <Redirect to="/begin" replace /> : <ShorePage />;
}
