<?php

declare(strict_types=1);

namespace App\Ledger;

use MarshTrial\Core\CoreException;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;

/** Checks what comes from elsewhere against the schemas under which it is published (docs/schemas, JSON Schema 2020-12). */
final class Schemas
{
    /** @var array<string, object> */
    private array $schemas = [];

    private readonly Validator $validator;

    public function __construct()
    {
        $this->validator = new Validator;
        $this->validator->setStopAtFirstError(true);
    }

    public static function path(string $name): string
    {
        return base_path("docs/schemas/$name.json");
    }

    /**
     * @param array<string, mixed> $part as json_decode gives it; where its schema has an object, an empty list is one
     *
     * @throws CoreException naming what is wrong where
     */
    public function check(string $schema, array $part, string $what): void
    {
        $this->schemas[$schema] ??= (object) json_decode((string) file_get_contents(self::path($schema)), flags: JSON_THROW_ON_ERROR);
        try {
            $data = json_decode(json_encode($part, JSON_THROW_ON_ERROR), flags: JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw new CoreException("$what holds a number that is too large for any measurement, or letters that are none.");
        }
        $error = $this->validator->validate($data, $this->schemas[$schema])->error();
        if ($error !== null) {
            [$where, $told] = [array_key_first($all = (new ErrorFormatter)->formatKeyed($error)), reset($all)];
            throw new CoreException(mb_strimwidth(sprintf('%s is not as the schema "%s" has it: %s at %s.', $what, $schema, implode(' ', (array) $told), $where === '/' ? 'its beginning' : $where), 0, 400, '…'));
        }
    }
}
