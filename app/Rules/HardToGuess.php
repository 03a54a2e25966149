<?php

declare(strict_types=1);

namespace App\Rules;

use App\Models\User;
use Illuminate\Contracts\Validation\DataAwareRule;
use Illuminate\Contracts\Validation\ValidationRule;
use Illuminate\Support\Facades\Auth;

/** A password that is no name, no common password, no run along the keyboard, and not one short piece again and again. */
final class HardToGuess implements DataAwareRule, ValidationRule
{
    /** Fewer different characters than this are soon tried out (own). */
    private const FEWEST_CHARACTERS = 5;

    /** What must be left of a password without a name that others know, characters (own). */
    private const BESIDE_A_NAME = 6;

    /** A run takes this share of the steps from one character to the next (own). */
    private const RUN_SHARE = 0.6;

    private const KEYBOARD = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm', 'qwertzuiop', 'azertyuiop'];

    private const KNOWN_TO_ALL = ['marsh trial', 'marsh-trial', 'marshtrial'];

    private const LIST = 'passwords/common.txt';

    /** Hexadecimal digits of a SHA-256 that stand in the list. */
    private const DIGITS = 12;

    /** @var array<string, mixed> */
    private array $data = [];

    /** @param User|null $of whose password it becomes; null: whoever is signed in, or the name and address sent along */
    public function __construct(private readonly ?User $of = null) {}

    /** @param array<string, mixed> $data */
    public function setData(array $data): static
    {
        $this->data = $data;

        return $this;
    }

    public function validate(string $attribute, mixed $value, \Closure $fail): void
    {
        $password = mb_strtolower(is_string($value) ? $value : '');
        if (count(array_unique(mb_str_split($password))) < self::FEWEST_CHARACTERS) {
            $fail('This password repeats few characters and is soon guessed. Choose another one.');
        } elseif ($this->isName($password)) {
            $fail('This password is little more than a name that others know. Choose another one.');
        } elseif (self::isCommon($password) || self::isRun($password)) {
            $fail('This password is one of those that are tried first. Choose another one; a few words in a row are good.');
        }
    }

    private function isName(string $password): bool
    {
        $user = $this->of ?? Auth::user();
        $said = static fn (mixed $text): string => mb_strtolower(is_string($text) ? $text : '');
        $names = [...self::KNOWN_TO_ALL, $said($this->data['name'] ?? ''), explode('@', $said($this->data['email'] ?? ''))[0]];
        if ($user instanceof User) {
            $names = [...$names, mb_strtolower($user->name), explode('@', $user->email)[0]];
        }

        return array_filter($names, static fn (string $n): bool => mb_strlen($n) > 3
            && str_contains($password, $n) && mb_strlen(str_replace($n, '', $password)) < self::BESIDE_A_NAME) !== [];
    }

    /** It is on the list, or one of the list with digits and signs about it, or written twice. */
    private static function isCommon(string $password): bool
    {
        $bare = (string) preg_replace('/^[^\p{L}]+|[^\p{L}]+$/u', '', $password);
        $once = static fn (string $text): string => (string) preg_replace('/^(.+?)\1+$/us', '$1', $text);

        return array_filter(array_unique([$password, $bare, $once($password), $once($bare)]), self::isListed(...)) !== [];
    }

    private static function isListed(string $password): bool
    {
        static $list = null;
        $list ??= (string) file_get_contents(resource_path(self::LIST));

        return $password !== '' && str_contains($list, "\n".substr(hash('sha256', $password), 0, self::DIGITS)."\n");
    }

    /** Most characters follow the one before in the alphabet, among digits or along the keyboard, one way or the other. */
    private static function isRun(string $password): bool
    {
        $letters = mb_str_split($password);
        $follows = 0;
        foreach (array_slice($letters, 1) as $i => $letter) {
            $pair = $letters[$i].$letter;
            $neighbours = array_filter(self::KEYBOARD, static fn (string $row): bool => str_contains($row, $pair) || str_contains(strrev($row), $pair));
            $follows += abs(mb_ord($letter) - mb_ord($letters[$i])) <= 1 || $neighbours !== [] ? 1 : 0;
        }

        return $follows >= self::RUN_SHARE * max(1, count($letters) - 1);
    }
}
