import { Link } from '../../router';
import { call } from '../../api/client';
import type { OddTest } from '../../api/types';
import { Problem } from '../ui/states';
import { useSaving } from '../ui/useSaving';

/** Tests whose colour cannot be their paint's: each in sight beside the paint, with what it may be, until somebody says what it is. */
export function OddTests({ tests, onSaved }: { tests: OddTest[]; onSaved: () => void }) {
    const { error, busy, saving } = useSaving();
    const decide = (test: OddTest, word: string, paintUuid: string | null = null) =>
        saving(() => call('PUT', `odd-tests/${test.specimen}`, { word, paintUuid }).then(onSaved));
    return (
        <ul>
            {tests.map((t) => (
                <li key={t.specimen} className="border-b border-rule py-2 flex flex-wrap gap-x-4 gap-y-2 items-center">
                    <span className="w-16 h-11 border border-ink shrink-0" style={{ background: t.colour }} aria-hidden />
                    <span className="flex-1 min-w-72">
                        <span className="font-medium">{saying(t)}</span>{' '}
                        <span className="text-soft">
                            <Link to={`/${t.card.mayChange ? 'cards' : 'records'}/${t.card.uuid}`}>{t.card.title}</Link>, row {t.row}, by{' '}
                            {t.tester}. Left out of what is said of the paint.
                        </span>
                    </span>
                    {t.decided !== null ? (
                        <span className="text-sm">
                            {t.decided.word}
                            {t.decided.paint !== null && `: ${t.decided.paint}`}, says {t.decided.by}{' '}
                            {t.mayDecide && (
                                <button
                                    type="button"
                                    className="link text-sm min-h-11"
                                    disabled={busy}
                                    onClick={() => void saving(() => call('DELETE', `odd-tests/${t.specimen}`).then(onSaved))}
                                >
                                    take back
                                </button>
                            )}
                        </span>
                    ) : (
                        t.mayDecide && (
                            <span className="flex flex-wrap gap-2" role="group" aria-label={`What row ${t.row} of ${t.card.title} is`}>
                                {t.like.map((p) => (
                                    <Choice key={p.uuid} busy={busy} on={() => decide(t, 'another paint', p.uuid)}>
                                        It is {p.name}
                                    </Choice>
                                ))}
                                <Choice busy={busy} on={() => decide(t, 'another paint')}>
                                    Another paint
                                </Choice>
                                <Choice busy={busy} on={() => decide(t, 'another recipe or batch')}>
                                    Another recipe or batch
                                </Choice>
                                <Choice busy={busy} on={() => decide(t, 'this paint all the same')}>
                                    This paint all the same
                                </Choice>
                            </span>
                        )
                    )}
                </li>
            ))}
            <Problem error={error} />
        </ul>
    );
}

function Choice({ busy, on, children }: { busy: boolean; on: () => Promise<void>; children: React.ReactNode }) {
    return (
        <button type="button" className="button" disabled={busy} onClick={() => void on()}>
            {children}
        </button>
    );
}

function saying(t: OddTest): string {
    if (t.state === 'two disagree') {
        return `Two tests of ${t.paint.name} cannot be of one paint; neither is believed.`;
    }
    return t.like.length === 0
        ? `Perhaps another paint than ${t.paint.name}.`
        : `Perhaps another paint than ${t.paint.name}: it looks like ${t.like.map((p) => p.name).join(' or ')}.`;
}
