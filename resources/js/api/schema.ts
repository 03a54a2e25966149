// Written by "php artisan api:describe" from the views of the server. Not changed by hand.

/** RFC 9457; the sentence for a person is the detail. */
export interface Problem {
    type: 'urn:marsh-trial:problem:bad-address' | 'urn:marsh-trial:problem:not-signed-in' | 'urn:marsh-trial:problem:not-allowed' | 'urn:marsh-trial:problem:not-there' | 'urn:marsh-trial:problem:no-such-method' | 'urn:marsh-trial:problem:conflict' | 'urn:marsh-trial:problem:changed-meanwhile' | 'urn:marsh-trial:problem:too-large' | 'urn:marsh-trial:problem:page-expired' | 'urn:marsh-trial:problem:not-valid' | 'urn:marsh-trial:problem:edition-needed' | 'urn:marsh-trial:problem:too-many' | 'urn:marsh-trial:problem:fault' | 'urn:marsh-trial:problem:busy' | 'urn:marsh-trial:problem:storage-full';
    title: 'Wrong address' | 'Not signed in' | 'Not allowed' | 'Not there' | 'No such method' | 'Conflict with what is there' | 'Changed meanwhile' | 'Too large' | 'Page expired' | 'Not valid' | 'Edition needed' | 'Too many attempts' | 'Fault of the program' | 'Busy' | 'Storage full';
    status: number;
    detail: string;
    /** sentences by field */
    errors?: Record<string, unknown>;
    /** field to send as true to have it done all the same */
    say?: string;
    /** UUID of what is there already */
    existing?: string;
}
