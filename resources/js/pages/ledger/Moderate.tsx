import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, put } from '../../api/client';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Beside what somebody said: a word to the stewards, and for these a way to take it out of sight. */
export function Moderate({ subject, uuid, hidden }: { subject: 'question' | 'answer' | 'record'; uuid: string; hidden: boolean }) {
    const person = useSession();
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    const [telling, tell] = useState<'no' | 'yes' | 'told'>('no');
    if (!person) {
        return null;
    }
    if (person.ofHouse && subject !== 'record') {
        return (
            <span className="no-print">
                {' '}
                <button
                    type="button"
                    className="link text-sm"
                    disabled={busy}
                    onClick={() =>
                        void saving(() =>
                            call(hidden ? 'DELETE' : 'PUT', `hidden/${subject}/${uuid}`).then(() =>
                                queries.invalidateQueries({ queryKey: ['record'] }),
                            ),
                        )
                    }
                >
                    {hidden ? 'show again' : 'hide'}
                </button>
                <Problem error={error} />
            </span>
        );
    }
    return (
        <span className="no-print">
            {' '}
            {telling === 'no' && (
                <button type="button" className="link text-sm text-soft" onClick={() => tell('yes')}>
                    report
                </button>
            )}
            {telling === 'told' && <span className="text-sm text-soft">The stewards know.</span>}
            {telling === 'yes' && (
                <form
                    className="inline-flex gap-2"
                    onSubmit={(e) => {
                        e.preventDefault();
                        const words = String(new FormData(e.currentTarget).get('words'));
                        void saving((fresh) => put(`reports/${fresh()}`, { subject, uuid, words }).then(() => tell('told')));
                    }}
                >
                    <input name="words" required maxLength={500} aria-label="What is wrong with it" placeholder="What is wrong with it" />
                    <button className="button" disabled={busy}>
                        Tell the stewards
                    </button>
                </form>
            )}
            <Problem error={error} />
        </span>
    );
}
