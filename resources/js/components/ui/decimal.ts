/** A number as people type it, with a point or a comma; null when the field is blank. */
export function decimal(text: FormDataEntryValue | string | undefined): string | null {
    return (
        String(text ?? '')
            .trim()
            .replace(',', '.') || null
    );
}
