import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from '../../router';
import { call, get, newUuid } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { DropFile } from '../../components/ui/DropFile';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

interface Bundles {
    bundles: { uuid: string; name: string; state: string; from: string; by: string; on: string; takenOn: string | null; records: number }[];
}

/** Records of other ledgers: brought as a file, looked at, taken in, taken back. */
export default function BundlesPage() {
    const person = useSession();
    const steward = person?.isSteward ?? false;
    const { error: fault, busy, saving } = useSaving();
    const go = useNavigate();
    const { data, error } = useQuery({ queryKey: keys.bundles(), queryFn: () => get<Bundles>('bundles'), enabled: steward });
    if (!steward) {
        return (
            <Empty title="A steward takes records of other ledgers in">
                What they say counts as evidence for everybody here. <Link to="/ledger">Back to the ledger</Link>
            </Empty>
        );
    }
    const send = (chosen: File) =>
        saving(async () => {
            const form = new FormData();
            form.append('file', chosen);
            const uuid = newUuid();
            await call('POST', `bundles/${uuid}`, form);
            void go(`/ledger/bundles/${uuid}`);
        });
    return (
        <>
            <h1>Records of other ledgers</h1>
            <p className="my-2 max-w-prose">
                A bundle holds the records of another group with all that they rest on. You see what it would bring before anything is taken
                in; it comes in whole or not at all, and can be taken back. What it says counts as the tests of other testers, and says for
                ever where it is from.
            </p>
            <DropFile
                label="Bundle"
                accept=".zip,application/zip"
                button={busy ? 'Sending …' : 'Choose a bundle'}
                hint="or drop it here; a ZIP file of up to 500 MB"
                busy={busy}
                onFile={(f) => void send(f)}
            />
            <Problem error={fault ?? error} />
            {data === undefined ? (
                error ? null : (
                    <Loading what="the bundles" />
                )
            ) : (
                data.bundles.length > 0 && (
                    <section className="mt-6 max-w-3xl">
                        <h2 className="border-b border-ink pb-1">Before</h2>
                        <ul>
                            {data.bundles.map((b) => (
                                <li key={b.uuid} className="border-b border-rule py-2 flex flex-wrap gap-x-4">
                                    <Link to={`/ledger/bundles/${b.uuid}`}>{b.from || b.name}</Link>
                                    <span className="num">{b.records}</span> {b.records === 1 ? 'record' : 'records'}
                                    <span>{b.takenOn === null ? STATES[b.state] : `taken in ${day(b.takenOn)} by ${b.by}`}</span>
                                </li>
                            ))}
                        </ul>
                    </section>
                )
            )}
        </>
    );
}

const STATES: Record<string, string> = { looking: 'being looked at', looked: 'not taken in', taking: 'being taken in', failed: 'refused' };
