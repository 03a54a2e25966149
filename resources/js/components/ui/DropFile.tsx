import { useRef } from 'react';

/** A place where a file is dropped, or chosen by hand or key. */
export function DropFile({
    label,
    accept,
    button,
    hint,
    busy,
    onFile,
}: {
    label: string;
    accept: string;
    button: string;
    hint: string;
    busy: boolean;
    onFile: (file: File) => void;
}) {
    const field = useRef<HTMLInputElement>(null);
    const take = (file: File | undefined) => file && onFile(file);
    return (
        <div
            className="hatched p-8 my-4 max-w-2xl"
            onDragOver={(e) => e.preventDefault()}
            onDrop={(e) => {
                e.preventDefault();
                take(e.dataTransfer.files[0]);
            }}
        >
            <div className="bg-surround p-4 flex flex-wrap gap-3 items-center">
                <input
                    ref={field}
                    type="file"
                    accept={accept}
                    className="sr-only"
                    tabIndex={-1}
                    aria-label={label}
                    onChange={(e) => {
                        const file = e.target.files?.[0];
                        // The same file can be chosen again.
                        e.target.value = '';
                        take(file);
                    }}
                />
                <button type="button" className="button" data-main disabled={busy} onClick={() => field.current?.click()}>
                    {button}
                </button>
                <span>{hint}</span>
            </div>
        </div>
    );
}
