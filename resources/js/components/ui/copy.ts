/** Copies words; a page that is not encrypted has no clipboard of its own, and an old way is taken. */
export async function copy(words: string): Promise<void> {
    if (navigator.clipboard !== undefined) {
        return navigator.clipboard.writeText(words);
    }
    const field = document.createElement('textarea');
    field.value = words;
    document.body.append(field);
    field.select();
    document.execCommand('copy');
    field.remove();
}
