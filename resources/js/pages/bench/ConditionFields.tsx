import type { Condition, ConditionField } from '../../api/bench';

/** Conditions that nothing stands above, as the fields show them. */
export function asOwn(conditions: Record<string, string>): Record<string, Condition> {
    return Object.fromEntries(Object.entries(conditions).map(([key, value]) => [key, { value, inherited: null, own: true }]));
}

/** Conditions as they are typed; what is inherited is shown as such and stays when a row differs. */
export function ConditionFields({
    fields,
    of,
    onSet,
}: {
    fields: Record<string, ConditionField>;
    of: Record<string, Condition>;
    onSet: (key: string, value: string) => void;
}) {
    return (
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2 lg:grid-cols-3">
            {Object.entries(fields).map(([key, field]) => {
                const now = of[key];
                const common = {
                    'aria-label': field.label,
                    className: 'block w-full min-h-11',
                    defaultValue: now?.own ? now.value : '',
                    key: `${key}-${now?.own ? now.value : ''}`,
                };
                return (
                    <label key={key} className="text-sm block">
                        {field.label}
                        {field.unit && `, ${field.unit}`}
                        {field.words !== undefined ? (
                            <select {...common} key={common.key} onChange={(e) => onSet(key, e.target.value)}>
                                <option value="">{now?.inherited ?? 'not said'}</option>
                                {field.words.map((w) => (
                                    <option key={w}>{w}</option>
                                ))}
                            </select>
                        ) : (
                            <input
                                {...common}
                                key={common.key}
                                placeholder={now?.inherited ?? field.hint ?? ''}
                                onBlur={(e) => e.target.value.trim() !== (now?.own ? now.value : '') && onSet(key, e.target.value.trim())}
                            />
                        )}
                        {now?.own === true && now.inherited !== null && (
                            <span className="block text-soft">the session says: {now.inherited}</span>
                        )}
                    </label>
                );
            })}
        </div>
    );
}
