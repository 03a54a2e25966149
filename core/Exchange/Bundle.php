<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\CoreException;

/**
 * The list of what a bundle holds: records of a ledger with what they rest on and what was said of them, every file by its length and SHA-256.
 * Only what the list names is read, and only names of the forms below are taken for names; the layout is told in docs/formats.md.
 */
final readonly class Bundle
{
    public const FORMAT = 'marsh-trial/bundle';

    public const VERSION = 1;

    public const LIST = 'bundle.json';

    public const SAID = 'said.json';

    public const SAID_FORMAT = 'marsh-trial/said';

    /** Longest part that is read as JSON, bytes; records of six paints have 300 000. */
    public const MOST_JSON_BYTES = 4_000_000;

    /** Most beginnings of lists and objects in one part: each takes memory of its own, however short its text. */
    public const MOST_NESTS = 60_000;

    /** Most values in one part. */
    public const MOST_VALUES = 400_000;

    /** Deepest nesting of a part. */
    public const DEEPEST = 40;

    /** Largest picture, bytes. */
    public const MOST_PICTURE_BYTES = 200_000_000;

    /** Most that may come out of one archive, bytes. */
    public const MOST_BYTES = 8_000_000_000;

    private const NAMES = '~^(said\.json|(records|evidence)/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/\d{1,6}-[0-9a-f]{12}\.json|pictures/[0-9a-f]{64}\.(png|jpg|tif|webp))$~D';

    /**
     * @param array{uuid: string, name: string} $ledger that made it
     * @param list<array{card: string, number: int, fingerprint: string, title: string, home: array{uuid: string, name: string}, record: string, evidence: string|null, signature: array{key: string, value: string}}> $records
     * @param array<string, array{bytes: int, sha256: string}> $files
     * @param string $key that the list is signed with
     */
    private function __construct(public array $ledger, public string $madeAt, public string $about, public string $fingerprint, public array $records, public array $files, public string $key) {}

    /**
     * @param array<string, mixed> $list as its schema has it
     *
     * @throws CoreException when names of files are none, or records name files that are not listed
     */
    public static function of(array $list): self
    {
        foreach (array_keys($list['files']) as $name) {
            if (preg_match(self::NAMES, (string) $name) !== 1) {
                throw new CoreException(sprintf('The bundle lists a file called "%s", which is no name of a part. Nothing of it was read.', mb_strimwidth(mb_scrub((string) $name), 0, 60, '…')));
            }
        }
        if (array_sum(array_column($list['files'], 'bytes')) > self::MOST_BYTES) {
            throw new CoreException('The bundle says that it holds more than 8 GB. Ask for it in several parts, for instance code by code.');
        }
        $seen = [];
        foreach ($list['records'] as $record) {
            [$of, $on] = array_map(static fn (string $kind): string => self::name($kind, $record['card'], $record['number'], $record['fingerprint']), ['records', 'evidence']);
            if ($record['record'] !== $of || ! in_array($record['evidence'], [null, $on], true) || ! isset($list['files'][$record['record']]) || ($record['evidence'] !== null && ! isset($list['files'][$record['evidence']]))) {
                throw new CoreException(sprintf('The bundle names a record, "%s", whose file it does not list.', mb_strimwidth((string) $record['title'], 0, 60, '…')));
            }
            if (isset($seen[$of])) {
                throw new CoreException('The bundle names a record twice.');
            }
            $seen[$of] = true;
        }

        return new self($list['ledger'], $list['madeAt'], $list['about'], $list['fingerprint'], $list['records'], $list['files'], $list['signature']['key']);
    }

    /** @param 'records'|'evidence' $kind */
    public static function name(string $kind, string $card, int $number, string $fingerprint): string
    {
        return sprintf('%s/%s/%d-%s.json', $kind, strtolower($card), $number, substr($fingerprint, 0, 12));
    }

    public static function picture(string $sha256, string $extension): string
    {
        return "pictures/$sha256.$extension";
    }

    /**
     * Reads a part as JSON without letting a short text grow into much memory.
     *
     * @return array<mixed, mixed>
     *
     * @throws CoreException
     */
    public static function json(string $name, string $json): array
    {
        $nests = substr_count($json, '[') + substr_count($json, '{');
        if (strlen($json) > self::MOST_JSON_BYTES || $nests > self::MOST_NESTS || $nests + substr_count($json, ',') > self::MOST_VALUES) {
            throw new CoreException("The part $name is larger than any record is, so it was not read.");
        }
        try {
            $part = json_decode($json, true, self::DEEPEST, JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw new CoreException("The part $name is no JSON.");
        }

        return is_array($part) ? $part : throw new CoreException("The part $name holds no object.");
    }
}
