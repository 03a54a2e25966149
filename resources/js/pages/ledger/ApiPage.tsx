import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';

interface Operation {
    operationId: string;
    summary?: string;
    security?: unknown[];
    parameters?: { name: string; in: string; required: boolean; description?: string; schema: { type: string } }[];
    requestBody?: { content: Record<string, { schema: Body }> };
    'x-scope'?: string;
}
interface Body {
    required?: string[];
    properties?: Record<string, Field>;
}
interface Field {
    type?: string | string[];
    format?: string;
    enum?: (string | number | null)[];
    minimum?: number;
    maximum?: number;
    maxLength?: number;
    contentMediaType?: string;
}
interface Description {
    info: { title: string; version: string; description: string };
    paths: Record<string, Record<string, Operation>>;
}

/** What programs can ask of this server: the OpenAPI description, to look through without any network. */
export default function ApiPage() {
    const [wanted, want] = useState('');
    const { data, error } = useQuery({ queryKey: keys.apiDescription(), queryFn: () => get<Description>('openapi.json') });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the description" />;
    }
    const looked = wanted.toLowerCase();
    const operations = Object.entries(data.paths)
        .flatMap(([path, methods]) => Object.entries(methods).map(([method, operation]) => ({ path, method, operation })))
        .filter(({ path, method, operation }) => `${method} ${path} ${operation.summary ?? ''}`.toLowerCase().includes(looked));
    const groups = new Map<string, typeof operations>();
    for (const o of operations) {
        const group = o.path.split('/')[2]!.split('.')[0]!;
        groups.set(group, [...(groups.get(group) ?? []), o]);
    }
    return (
        <div className="max-w-5xl">
            <h1>For programs</h1>
            <p className="my-2 max-w-prose">
                Everything the interface does, a program can do under <span className="num">/api/v1</span>. Reading what is published needs
                no account; for the rest make a token on <Link to="/account">your own page</Link> and send it as{' '}
                <span className="num">Authorization: Bearer …</span>. Answers bear an ETag; send it back as{' '}
                <span className="num">If-None-Match</span> and you are told when nothing changed. Lists come in pages (
                <span className="num">?page=2</span>). Refusals are sentences (RFC 9457). <a href="/api/openapi.json">OpenAPI 3.1</a>
            </p>
            <pre className="bg-panel p-3 overflow-auto num text-sm">{`curl ${location.origin}/api/v1/records
curl ${location.origin}/api/v1/pigments/PB28
curl -H "Authorization: Bearer $TOKEN" ${location.origin}/api/v1/pans`}</pre>
            <label className="block my-3 text-sm">
                Look for
                <input type="search" className="block w-80" value={wanted} onChange={(e) => want(e.target.value)} />
            </label>
            {[...groups].map(([group, of]) => (
                <details key={group} open={looked !== ''} className="border-b border-rule py-2">
                    <summary className="cursor-pointer font-semibold">
                        {group} <span className="text-soft font-normal num">{of.length}</span>
                    </summary>
                    <ul>
                        {of.map(({ path, method, operation }) => (
                            <li key={method + path} className="py-1.5">
                                <span className="num">
                                    <strong className="font-semibold">{method.toUpperCase()}</strong> {path.replace('/api/', '/api/v1/')}
                                </span>
                                {operation.summary && <span className="block pl-5">{operation.summary}</span>}
                                <span className="block pl-5 text-sm text-soft">
                                    {operation['x-scope'] === 'none'
                                        ? 'no token may; sign in'
                                        : operation.security
                                          ? `scope ${operation['x-scope']}`
                                          : 'anybody'}
                                    {(operation.parameters ?? []).filter((p) => p.in === 'query').length > 0 &&
                                        ` · ${operation
                                            .parameters!.filter((p) => p.in === 'query')
                                            .map((p) => p.name)
                                            .join(', ')}`}
                                </span>
                                <Takes operation={operation} />
                            </li>
                        ))}
                    </ul>
                </details>
            ))}
        </div>
    );
}

/** What a field takes, in a few words. */
function words(field: Field): string {
    const types = [field.type ?? []].flat().filter((t) => t !== 'null');
    const range = [field.minimum !== undefined && `from ${field.minimum}`, field.maximum !== undefined && `to ${field.maximum}`];
    return field.contentMediaType
        ? 'a file'
        : field.enum
          ? field.enum.filter((e) => e !== null).join(' | ')
          : [field.format ?? types.join(' or '), ...range, field.maxLength !== undefined && `at most ${field.maxLength} letters`]
                .filter(Boolean)
                .join(' ');
}

/** The fields of what is sent. */
function Takes({ operation }: { operation: Operation }) {
    const body = Object.values(operation.requestBody?.content ?? {})[0]?.schema;
    if (body?.properties === undefined) {
        return null;
    }
    return (
        <dl className="pl-5 text-sm grid grid-cols-[max-content_minmax(0,1fr)] gap-x-4">
            {Object.entries(body.properties).map(([name, field]) => (
                <div key={name} className="contents">
                    <dt className="num">
                        {name}
                        {body.required?.includes(name) && '*'}
                    </dt>
                    <dd className="text-soft">{words(field)}</dd>
                </div>
            ))}
        </dl>
    );
}
