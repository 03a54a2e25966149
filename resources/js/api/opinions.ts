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

export interface Study {
    uuid: string;
    edition: number;
    title: string;
    on: string | null;
    paper: string;
    purpose: string;
    went: string;
    shared: boolean;
    by: string;
    mayChange: boolean;
    paints: { uuid: string; name: string; maker: string }[];
    pictures: string[];
}

export interface Opinions {
    words: string[];
    decisions: Decision[];
    likedBy: string[];
    liked: boolean;
    groups: { uuid: string; name: string; by: string }[];
    studies: Study[];
}

export interface GroupOf {
    uuid: string;
    edition: number;
    name: string;
    shared: boolean;
    by: string;
}

export interface GroupList {
    groups: (GroupOf & { paints: number; mine: boolean })[];
}
