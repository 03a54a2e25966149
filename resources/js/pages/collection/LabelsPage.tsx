import { useSearchParams } from '../../router';
import { labelSheets, Sheets } from '../../components/Sheets';
import { Empty } from '../../components/ui/states';

/** Labels for the pans named in the address, 32 to a page. */
export default function LabelsPage() {
    const pans = (useSearchParams()[0].get('pans') ?? '').split(',').filter(Boolean);
    if (pans.length === 0) {
        return <Empty title="No labels chosen">Choose pans under Paints or in a palette first.</Empty>;
    }
    return <Sheets title="Labels" of={labelSheets(pans)} />;
}
