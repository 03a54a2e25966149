import type { BenchRow, Session, Timer } from '../../api/bench';
import type { Entry } from '../../outbox/outbox';

/** The session as it will be once all that waits has arrived; what was entered is on screen at once. */
export function overlay(session: Session, entries: Entry[], me: string): Session {
    const now: Session = structuredClone(session);
    const row = (uuid: unknown) => now.cards.flatMap((c) => c.rows).find((r) => r.uuid === uuid);
    for (const entry of entries) {
        if (entry.state !== 'waiting') {
            continue;
        }
        const [what, uuid] = entry.path.split('/') as [string, string];
        const body = entry.body;
        if (what === 'tasks') {
            const task = now.tasks.find((t) => t.uuid === uuid);
            if (task) {
                Object.assign(task, { state: body.state, reason: body.reason ?? '', by: me });
            }
        } else if (what === 'timers' && body.sessionUuid === now.uuid) {
            put(now.timers, {
                uuid,
                edition: 1,
                kind: String(body.kind),
                label: String(body.label ?? ''),
                seconds: Number(body.seconds),
                task: (body.taskUuid as string | null) ?? null,
                by: me,
                startedAt: String(body.startedAt),
                stoppedAt: (body.stoppedAt as string | null) ?? null,
            } satisfies Timer);
        } else if (what === 'sessions' && uuid === now.uuid) {
            Object.assign(now.conditions, body.conditions);
        } else {
            said(row(body.specimenUuid), what, uuid, body, me);
        }
    }
    return now;
}

function said(row: BenchRow | undefined, what: string, uuid: string, body: Record<string, unknown>, me: string) {
    if (row === undefined) {
        return;
    }
    if (what === 'verdicts') {
        put(row.verdicts, {
            uuid,
            edition: 1,
            mine: true,
            property: String(body.property),
            word: String(body.word),
            note: String(body.note ?? ''),
            by: me,
            on: null,
            blind: false,
            check: 'not comparable',
        });
    } else if (what === 'remarks') {
        if (body.withdrawn === true || (body.word === '' && body.note === '')) {
            row.remarks = row.remarks.filter((r) => r.uuid !== uuid);
        } else {
            put(row.remarks, { uuid, edition: 1, word: String(body.word ?? ''), note: String(body.note ?? ''), by: me, mine: true });
        }
    } else if (what === 'specimen-conditions') {
        const key = String(body.key);
        const inherited = row.conditions[key]?.inherited ?? null;
        row.conditions[key] = { value: String(body.value) || (inherited ?? ''), inherited, own: body.value !== '' };
    } else if (what === 'hand-readings') {
        row.byHand = row.byHand.filter((r) => r.uuid !== uuid);
        if (body.value !== '') {
            row.byHand.push({
                uuid,
                edition: 1,
                what: String(body.what),
                label: String(body.what),
                value: Number(String(body.value).replace(',', '.')),
                unit: '',
                by: me,
                mine: true,
                on: '',
            });
        }
    } else if (what === 'photos') {
        put(row.photos, { uuid, taken: null });
    }
}

/** Replaces the thing of this UUID but keeps its edition, or adds it. */
function put<T extends { uuid: string }>(list: T[], thing: T) {
    const there = list.find((t) => t.uuid === thing.uuid);
    if (there === undefined) {
        list.push(thing);
    } else {
        Object.assign(there, thing, 'edition' in there ? { edition: there.edition } : {});
    }
}
