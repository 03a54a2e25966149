import { useEffect, useRef, useState } from 'react';
import { newUuid } from '../../api/client';
import type { BenchRow } from '../../api/bench';
import { outbox } from '../../outbox/outbox';

const PAUSE_MS = 600;
const draftOf = (row: BenchRow) => `note-${row.uuid}`;
const idOf = (row: BenchRow) => `note-id-${row.uuid}`;

/** A tester's own note on a row: on disk with every key stroke, handed on when typing rests or the row is left. */
export function useNote(row: BenchRow) {
    const mine = row.remarks.find((r) => r.mine && r.word === '');
    const [text, setText] = useState(localStorage.getItem(draftOf(row)) ?? mine?.note ?? '');
    const touched = useRef(localStorage.getItem(draftOf(row)) !== null);
    const now = useRef(row);
    now.current = row;
    const given = mine?.note ?? '';
    useEffect(() => {
        // What comes back without its last blank is what was typed.
        if (!touched.current && given !== text.trim()) {
            setText(given);
        }
    }, [given]);
    useEffect(() => {
        const wait = setTimeout(() => {
            touched.current = false;
            handOn(now.current);
        }, PAUSE_MS);
        return () => clearTimeout(wait);
    }, [text]);
    useEffect(() => () => handOn(now.current), []);
    return {
        text,
        type(next: string) {
            touched.current = true;
            localStorage.setItem(draftOf(row), next);
            setText(next);
        },
    };
}

/** Sends what was typed and not yet handed on, also when its page was closed in between. */
export function handOn(row: BenchRow) {
    const note = localStorage.getItem(draftOf(row));
    if (note === null) {
        return;
    }
    const mine = row.remarks.find((r) => r.mine && r.word === '');
    const uuid = mine?.uuid ?? localStorage.getItem(idOf(row)) ?? newUuid();
    localStorage.setItem(idOf(row), uuid);
    localStorage.removeItem(draftOf(row));
    void outbox.add({
        path: `remarks/${uuid}`,
        body: { specimenUuid: row.uuid, word: '', note },
        edition: mine?.edition ?? null,
        about: `note on row ${row.row}`,
    });
}
