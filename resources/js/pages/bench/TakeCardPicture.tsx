import { Link } from '../../router';
import { post } from '../../api/client';
import type { Measuring } from '../../api/types';
import { Telephone } from '../../components/Telephone';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useDemo } from '../../components/ui/useSession';

export function TakeCardPicture({ card, measuring, onTaken }: { card: string; measuring: Measuring | null; onTaken: () => void }) {
    const { error, busy, saving } = useSaving();
    const demo = useDemo();
    return (
        <div className="flex flex-wrap gap-2 items-center">
            <Link to={`/cards/${card}`} className="button min-h-11">
                Upload the scan on the card’s page
            </Link>
            <Telephone card={card} onCome={onTaken} />
            {demo && (
                <button
                    type="button"
                    className="button min-h-11"
                    disabled={busy}
                    onClick={() => void saving(() => post<Measuring>(`cards/${card}/stand-in`).then(onTaken))}
                >
                    Use the scanner stand-in
                </button>
            )}
            {measuring !== null && <span>{measuring.state === 'failed' ? measuring.problem : measuring.step}</span>}
            <Problem error={error} />
        </div>
    );
}
