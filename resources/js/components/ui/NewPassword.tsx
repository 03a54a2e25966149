/** A password that is being set; the server asks for the same length. */
export function NewPassword({ label, autoFocus = false }: { label: string; autoFocus?: boolean }) {
    return (
        <label className="block my-3">
            {label}
            <input
                className="block w-full mt-1"
                type="password"
                name="password"
                required
                minLength={12}
                maxLength={128}
                autoComplete="new-password"
                autoFocus={autoFocus}
            />
        </label>
    );
}
