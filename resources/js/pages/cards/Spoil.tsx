import { put, remove } from '../../api/client';
import type { Quantity } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Marks a test as one that no longer counts, with its reason; it stays and is shown. */
export function Spoil({
    specimen,
    property,
    reasons,
    spoiled,
    onDone,
}: {
    specimen: string;
    property: Quantity;
    reasons: string[];
    spoiled: { uuid: string; reason: string } | null;
    onDone: () => void;
}) {
    const { error, saving } = useSaving();
    return (
        <div className="no-print mt-1 text-sm">
            {spoiled !== null ? (
                <span>
                    spoiled: {spoiled.reason}{' '}
                    <button
                        type="button"
                        className="link"
                        onClick={() => void saving(() => remove(`spoilings/${spoiled.uuid}`).then(onDone))}
                    >
                        counts again
                    </button>
                </span>
            ) : (
                <select
                    aria-label={`Spoiled, ${property}`}
                    className="text-sm text-soft border-transparent bg-transparent underline cursor-pointer px-0 max-w-64"
                    value=""
                    onChange={(e) =>
                        e.target.value &&
                        void saving((fresh) =>
                            put(`spoilings/${fresh()}`, { specimenUuid: specimen, property, reason: e.target.value }).then(onDone),
                        )
                    }
                >
                    <option value="">spoiled? …</option>
                    {reasons.map((r) => (
                        <option key={r}>{r}</option>
                    ))}
                </select>
            )}
            <Problem error={error} />
        </div>
    );
}
