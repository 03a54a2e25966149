import { Dialog } from 'radix-ui';

/** All keys, opened by ?. */
export default function KeysDialog({
    places,
    open,
    onChange,
}: {
    places: readonly (readonly [string, string, string])[];
    open: boolean;
    onChange: (open: boolean) => void;
}) {
    const rows = [
        ['/', 'go to a code or look for a paint'],
        ['g then ' + places.map(([k]) => k).join(' '), places.map(([, , n]) => n).join(', ')],
        ['s', 'surround: light, mid grey, paper white'],
        ['n', 'numbers everywhere, or only where a line is opened'],
        ['← →  Enter  p', 'on the shore: along it, open, the scan’s own pixels'],
        ['d', 'on a code’s page: whole stroke or one depth'],
        ['← →', 'on the Depth dial: paler, deeper; on the Light dial: from check to check'],
        ['Shift ← →  Space', 'on the Light dial: between checks; held, as it was before light'],
        ['Enter', 'in the paint line: record it and begin the next; at the bench: done'],
        ['x  b →  0', 'at the bench: skip, back, forward, to where one stopped'],
        ['t  n  p  r', 'at the bench: timer, note, photograph, open again'],
        ['1 – 9', 'at the bench: choose the word; letters say a remark'],
        ['Esc', 'leave a field'],
        ['?', 'this list'],
    ];
    return (
        <Dialog.Root open={open} onOpenChange={onChange}>
            <Dialog.Portal>
                <Dialog.Overlay className="fixed inset-0 bg-black/40" />
                <Dialog.Content
                    aria-describedby={undefined}
                    className="fixed left-1/2 top-24 -translate-x-1/2 bg-panel border border-ink p-6 w-[min(38rem,92vw)]"
                >
                    <Dialog.Title className="text-lg font-semibold mb-3">Keys</Dialog.Title>
                    <dl className="grid grid-cols-[11.5rem_1fr] gap-y-2">
                        {rows.map(([key, does]) => (
                            <div key={key} className="contents">
                                <dt className="num">{key}</dt>
                                <dd>{does}</dd>
                            </div>
                        ))}
                    </dl>
                    <Dialog.Close className="button mt-4">Close</Dialog.Close>
                </Dialog.Content>
            </Dialog.Portal>
        </Dialog.Root>
    );
}
