import '../css/app.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Router } from './router';
import { followWrites } from './api/changes';
import { Fault } from './api/client';
import { App } from './App';

const queries = new QueryClient({
    defaultOptions: {
        queries: {
            staleTime: 15_000,
            // A refusal stays a refusal; only a lost connection is worth another try.
            retry: (count, error) => error instanceof Fault && error.status === 0 && count < 3,
        },
    },
});

followWrites(queries);

createRoot(document.getElementById('app')!).render(
    <StrictMode>
        <QueryClientProvider client={queries}>
            <Router>
                <App />
            </Router>
        </QueryClientProvider>
    </StrictMode>,
);
