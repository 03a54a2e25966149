<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Exchange\Signature;

/**
 * A ledger of records: this one, or another whose records were taken in.
 *
 * @property int $id
 * @property string $uuid
 * @property string $name
 * @property bool $own
 * @property bool $proven a bundle of its own came, so the key is its own; else it is what somebody else said
 * @property string $public_key base64
 * @property string|null $secret_key base64, of this one alone
 */
final class Ledger extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** Said of one that nobody has named yet. */
    private const NAMELESS = 'a ledger without a name';

    protected $hidden = ['secret_key'];

    protected function casts(): array
    {
        return ['own' => 'boolean', 'proven' => 'boolean'];
    }

    /** This one. */
    public static function own(): self
    {
        return self::query()->where('own', true)->firstOrFail();
    }

    /**
     * @param array<string, mixed> $statement
     *
     * @return array{key: string, value: string} by which this ledger says it
     */
    public function sign(array $statement): array
    {
        return Signature::of($statement, (string) $this->secret_key);
    }

    public function words(): string
    {
        return $this->name === '' ? self::NAMELESS : $this->name;
    }

    /** @return array{uuid: string, name: string} as records name the ledger that they are of */
    public function named(): array
    {
        return ['uuid' => $this->uuid, 'name' => $this->words()];
    }
}
