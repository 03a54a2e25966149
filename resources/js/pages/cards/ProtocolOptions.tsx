/** Ways of doing a test, to choose from; where none need be said that comes first. */
export function ProtocolOptions({ of, unsaid = false }: { of: { id: string; title: string }[] | undefined; unsaid?: boolean }) {
    return (
        <>
            {unsaid && <option value="">not said</option>}
            {of?.map((p) => (
                <option key={p.id} value={p.id}>
                    {p.title}
                </option>
            ))}
        </>
    );
}
