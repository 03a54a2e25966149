import type * as Schema from './schema';
/** What testers make of paints; beside the evidence, never part of it. */

export interface Decision {
    uuid: string;
    edition: number;
    word: string;
    reason: string;
    on: string;
    shared: boolean;
    by: string;
    mine: boolean;
    /** What of the evidence has changed since; of one's own only. */
    changes: string[];
}

export type Study = Schema.OpinionsStudy;

export interface Opinions {
    words: string[];
    decisions: Decision[];
    likedBy: string[];
    liked: boolean;
    groups: { uuid: string; name: string; by: string }[];
    studies: Study[];
}

export type GroupOf = Schema.GroupSummary;

export interface GroupList {
    groups: (GroupOf & { paints: number; mine: boolean })[];
}
