import { useEffect } from 'react';
import { useLocation } from '../../router';
import { anchor, GLOSSARY, type Term } from '../../glossary';

/** What the words mean that are used everywhere. */
export default function WordsPage() {
    const { hash } = useLocation();
    useEffect(() => {
        document.getElementById(hash.slice(1))?.scrollIntoView?.();
    }, [hash]);
    return (
        <>
            <h1>Words</h1>
            <dl className="max-w-prose">
                {(Object.entries(GLOSSARY) as [Term, string][])
                    .sort(([a], [b]) => a.localeCompare(b))
                    .map(([term, says]) => (
                        <div key={term} id={anchor(term)} className="border-b border-rule py-2">
                            <dt className="font-medium">{term}</dt>
                            <dd className="m-0">{says}</dd>
                        </div>
                    ))}
            </dl>
        </>
    );
}
