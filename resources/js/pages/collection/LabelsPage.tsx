import { useSearchParams } from 'react-router';
import { Sheets } from '../../components/Sheets';
import { Empty } from '../../components/ui/states';

/** Labels for the pans named in the address, 32 to a page. */
export default function LabelsPage() {
    const pans = (useSearchParams()[0].get('pans') ?? '').split(',').filter(Boolean);
    if (pans.length === 0) {
        return <Empty title="No labels chosen">Choose pans under Paints or in a palette first.</Empty>;
    }
    return <Sheets title="Labels" of={Array.from({ length: Math.ceil(pans.length / 32) }, (_, i) => ({ src: `/api/labels.svg?pans=${pans.slice(i * 32, i * 32 + 32).join(',')}`, name: `Labels, page ${i + 1}` }))} />;
}
