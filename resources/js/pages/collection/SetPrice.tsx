import { useState, type FormEvent } from 'react';
import { put } from '../../api/client';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Pans that came as one set for one price: each bears a share of it by its volume. */
export function SetPrice({ name, pans }: { name: string; pans: string[] }) {
    const { error, busy, saving } = useSaving();
    const [said, setSaid] = useState<string | null>(null);
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            const set = await put<{ price: string; pans: number }>(`pan-sets/${fresh()}`, { name, ...values, pans });
            setSaid(`${set.price} spread over ${set.pans} pans by their volume`);
        });
    };
    return (
        <details className="text-sm">
            <summary className="cursor-pointer">Bought as one set</summary>
            <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end mt-1">
                <label>
                    Price of all
                    <input name="price" className="block w-24" inputMode="decimal" required />
                </label>
                <label>
                    Currency
                    <input name="currency" className="block w-16" defaultValue="EUR" maxLength={3} required />
                </label>
                <button className="button" disabled={busy}>
                    Spread it over the pans here
                </button>
            </form>
            {said !== null && <p role="status">{said}</p>}
            <Problem error={error} />
        </details>
    );
}
