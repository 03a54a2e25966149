import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from '../../router';
import { get } from '../../api/client';
import type { Compared } from '../../api/compare';
import { keys } from '../../api/queryKeys';
import type { CodePage as Page } from '../../api/types';
import { turnSurround } from '../../components/AppShell';
import { Spoken } from '../../components/paint/Spoken';
import { Cautions, Empty, Loading, Problem } from '../../components/ui/states';
import { EqualLight } from './EqualLight';
import { Follow } from '../ledger/Follow';
import { Strips } from './Strips';

/** A pigment code across makers: the heart of the program. */
export default function CodePage() {
    const code = useParams().code ?? '';
    const { data, error } = useQuery({ queryKey: keys.code(code), queryFn: () => get<Page>(`pigments/${encodeURIComponent(code)}`) });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the strips" />;
    }
    return (
        <>
            <Heading page={data} />
            {data.spoken.length > 0 && <Spoken of={data.spoken} paints={data.stripOrder.slice(0, 8)} onOpen={() => undefined} />}
            {data.unlikely.map((u) => (
                <p key={u.uuid} role="note" className="border-l-4 border-ink pl-3 my-2">
                    <Link to={`/paints/${u.uuid}`}>{u.name}</Link> lies <span className="num">{u.degrees}°</span> of hue from every other
                    paint of {data.code}: perhaps another pigment, a slip in the code, or another pan than was meant.
                </p>
            ))}
            {data.ranked.length >= 2 && data.stripOrder.length <= 8 && (
                <OfAll ranked={data.ranked} all={data.stripOrder} apart={data.apart} />
            )}
            {data.paints.length === 0 ? (
                <Empty title={`No paint with ${data.code} is recorded yet`}>
                    <Link to="/paints">Record one</Link>, then put its pan on a test card.
                </Empty>
            ) : (
                <Strips key={data.code} page={data} code={data.code} label={`Paints with ${data.code}`}>
                    <EqualLight code={data.code} />
                </Strips>
            )}
        </>
    );
}

/** What is said of the code’s measured paints together; gouaches and mixtures are ranked among them only when asked for. */
function OfAll({ ranked, all, apart }: { ranked: string[]; all: string[]; apart: Page['apart'] }) {
    const [withAll, setWithAll] = useState(false);
    const paints = withAll ? all : ranked;
    const chosen = paints.join(',');
    const { data } = useQuery({ queryKey: keys.compare(chosen), queryFn: () => get<Compared>(`compare?paints=${chosen}`), retry: false });
    const go = useNavigate();
    return (
        // What stands beneath does not jump when it is read.
        <div className="min-h-[124px]">
            {data !== undefined && <Spoken of={data.spoken} paints={paints} onOpen={() => void go(`/compare?paints=${chosen}`)} />}
            {apart.length > 0 && (
                <label className="text-sm flex gap-2 items-center min-h-6">
                    <input type="checkbox" checked={withAll} onChange={(e) => setWithAll(e.target.checked)} />
                    rank among them {apart.map((p) => `${p.name} (${p.what})`).join(', ')}
                </label>
            )}
        </div>
    );
}

function Heading({ page }: { page: Page }) {
    const p = page.pigment;
    return (
        <div className="flex flex-wrap items-baseline gap-x-5">
            <h1>{page.code}</h1>
            {p !== null && (
                <p>
                    {p.chemicalName} · {p.class} · <span className="text-soft">C.I. {p.constitution}</span>
                    {p.metals.length > 0 && ` · ${p.metals.join(', ')}`}
                </p>
            )}
            {page.state === 'not-in-catalogue' && <p>This code is not in the catalogue; it is kept as it was written.</p>}
            {page.state === 'not-colour-index' && <p>Not a Colour Index pigment: {page.likelyMeaning}.</p>}
            {page.stripOrder.length > 0 && (
                <Link className="text-sm ml-auto no-print" to={`/side-by-side?code=${encodeURIComponent(page.code)}`}>
                    Scans side by side
                </Link>
            )}
            <Follow kind="code" of={page.code} what="this code" />
            <a className="text-sm no-print" href={`/feed.atom?code=${encodeURIComponent(page.code)}`}>
                Atom feed
            </a>
            <button type="button" className={`link text-sm no-print ${page.stripOrder.length > 0 ? '' : 'ml-auto'}`} onClick={turnSurround}>
                Surround <kbd className="num">s</kbd>
            </button>
            {p !== null && p.cautions.length > 0 && (
                <div className="basis-full">
                    <Cautions of={p.cautions} />
                </div>
            )}
        </div>
    );
}
