import type { CardRow } from '../../api/types';

const NAMES: Record<string, string> = {
    paperSide: 'paper',
    form: 'form',
    state: 'paint',
    brush: 'brush',
    water: 'water',
    room: 'room',
    humidity: 'humidity %',
    temperature: 'temperature °C',
    ink: 'ink',
    inkSet: 'ink set by',
    got: 'paints',
};

/** Conditions that the rows of a card inherited; where a row differs, the row says so. */
export function CommonConditions({ rows }: { rows: CardRow[] }) {
    const common = Object.entries(rows[0]?.conditions ?? {})
        .map(([key, c]) => [key, c.inherited] as const)
        .filter(([, value]) => value !== null);
    return common.length === 0 ? null : (
        <p className="basis-full text-sm">
            Conditions:{' '}
            {common.map(([key, value], i) => (
                <span key={key}>
                    {i > 0 && ' · '}
                    <span className="text-soft">{NAMES[key] ?? key}</span> {value}
                </span>
            ))}
            .
        </p>
    );
}
