/** Marks what a stand-in drew, wherever its numbers stand. */
export function Simulated() {
    return (
        <span className="mr-1 text-sm italic whitespace-nowrap" title="From a practice picture, not from paint">
            simulated
        </span>
    );
}
