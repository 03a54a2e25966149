import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { Session } from '../../api/bench';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Person } from '../../api/types';
import { outbox, type Entry } from '../../outbox/outbox';
import { useOutbox } from '../../outbox/useOutbox';
import { overlay } from './overlay';

const EVERY_MS = 3000;

/** The session as it is on the server, with what was entered here and has not arrived. */
export function useBenchSession(uuid: string, person: Person | null | undefined): { session: Session | undefined; error: Error | null } {
    const { entries } = useOutbox();
    const queries = useQueryClient();
    const key = keys.bench(uuid);
    const { data, error } = useQuery({
        queryKey: key,
        enabled: Boolean(person),
        refetchInterval: EVERY_MS,
        queryFn: async (): Promise<Session> => {
            const session = await get<Omit<Session, 'readAt'>>(`sessions/${uuid}`);
            noteEditions(session);
            return { ...session, readAt: Date.now() };
        },
    });
    // An entry leaves the outbox when its answer is in the session, so that nothing flickers back.
    useEffect(
        () =>
            outbox.receive((entry, answer) =>
                queries.setQueryData<Session>(key, (old) => (old === undefined ? old : arrived(old, entry, answer, person?.name ?? ''))),
            ),
        [queries, uuid, person?.name],
    );
    const session = useMemo(
        () => (data === undefined || !person ? undefined : overlay(data, entries, person.name)),
        [data, entries, person],
    );
    return { session, error };
}

/** Whatever was read is what a conflict may be answered against. */
function noteEditions(session: Omit<Session, 'readAt'>) {
    outbox.saw(`sessions/${session.uuid}/conditions`, session.edition);
    session.tasks.forEach((t) => outbox.saw(`tasks/${t.uuid}`, t.edition));
    session.timers.forEach((t) => outbox.saw(`timers/${t.uuid}`, t.edition));
    for (const row of session.cards.flatMap((c) => c.rows)) {
        row.remarks.forEach((r) => outbox.saw(`remarks/${r.uuid}`, r.edition));
        row.verdicts.forEach((v) => outbox.saw(`verdicts/${v.uuid}`, v.edition));
        row.overrides.forEach((o) => outbox.saw(`specimen-conditions/${o.uuid}`, o.edition));
    }
}

/** The session with an entry that has arrived, until it is read anew. */
function arrived(session: Session, entry: Entry, answer: unknown, me: string): Session {
    const edition = answer !== null && typeof answer === 'object' && 'edition' in answer ? Number(answer.edition) : 1;
    const now = overlay(session, [{ ...entry, state: 'waiting' }], me);
    const uuid = entry.path.split('/')[1];
    const things: { uuid: string; edition: number }[] = [
        ...now.tasks,
        ...now.timers,
        ...now.cards.flatMap((c) => c.rows).flatMap((r) => [...r.remarks, ...r.verdicts]),
    ];
    things
        .filter((t) => t.uuid === uuid)
        .forEach((t) => {
            t.edition = edition;
        });
    if (entry.path.startsWith('sessions/')) {
        now.edition = edition;
    }
    return now;
}
