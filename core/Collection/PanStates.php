<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

/** Words for what a tester's pan is, what became of it and how it was got. */
final class PanStates
{
    public const FORMS = ['tube', 'pan', 'hand-poured pan', 'handmade', 'stick', 'dot card', 'liquid'];

    /** What the paint is, whatever it comes in. */
    public const MEDIA = ['watercolour', 'gouache'];

    /** "unlabelled": what is in it is not known. */
    public const STATES = ['in use', 'not opened', 'empty', 'dried up', 'given away', 'lost', 'unlabelled'];

    /** States in which there is still paint to test. */
    public const AT_HAND = ['in use', 'not opened', 'unlabelled'];

    /** Disclosure; the empty word is "not said". */
    public const GOT = ['', 'bought', 'gift', 'sample from the maker', 'made by the tester'];
}
