<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/** A feed of what is new, as Atom (RFC 4287). */
final class AtomFeed
{
    private const NAMESPACE = 'http://www.w3.org/2005/Atom';

    /**
     * @param string $id that never changes, an address or a URN
     * @param string $updated RFC 3339; of the newest entry, or of the feed where it is empty
     * @param list<array{id: string, title: string, updated: string, author: string, link: string, summary: string}> $entries newest first
     */
    public static function write(string $id, string $title, string $self, string $updated, array $entries): string
    {
        $xml = new \XMLWriter;
        $xml->openMemory();
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElementNs(null, 'feed', self::NAMESPACE);
        $xml->writeElement('id', $id);
        $xml->writeElement('title', self::clean($title));
        $xml->writeElement('updated', $updated);
        self::link($xml, 'self', $self);
        foreach ($entries as $entry) {
            $xml->startElement('entry');
            $xml->writeElement('id', $entry['id']);
            $xml->writeElement('title', self::clean($entry['title']));
            $xml->writeElement('updated', $entry['updated']);
            $xml->startElement('author');
            $xml->writeElement('name', self::clean($entry['author']));
            $xml->endElement();
            self::link($xml, 'alternate', $entry['link']);
            $xml->writeElement('summary', self::clean($entry['summary']));
            $xml->endElement();
        }
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    private static function link(\XMLWriter $xml, string $rel, string $href): void
    {
        $xml->startElement('link');
        $xml->writeAttribute('rel', $rel);
        $xml->writeAttribute('href', $href);
        $xml->endElement();
    }

    /** Without what XML 1.0 cannot hold. */
    private static function clean(string $text): string
    {
        return (string) preg_replace('/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', '', $text);
    }
}
