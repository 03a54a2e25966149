<?php

declare(strict_types=1);

namespace App\Http;

use Symfony\Component\HttpFoundation\IpUtils;

/** The networks this machine stands in, and its addresses there. */
final class Network
{
    /** Networks that are nobody's on the internet (RFC 1918, RFC 4193, RFC 3927, RFC 4291). */
    private const PRIVATE = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', 'fc00::/7', 'fe80::/10'];

    public const LOOPBACK = ['127.0.0.0/8', '::1'];

    /** Whether somebody calls from this very machine. */
    public static function isHere(string $ip): bool
    {
        return IpUtils::checkIp($ip, self::LOOPBACK);
    }

    /** Whether somebody calls from this machine or from one on the same network. */
    public static function isOurs(string $ip): bool
    {
        return self::isHere($ip) || IpUtils::checkIp($ip, self::networks());
    }

    /** @return list<string> addresses under which others on the same network reach this machine, IPv4, those of private networks first */
    public static function addresses(): array
    {
        $all = array_values(array_filter(array_map(static fn (string $n): string => explode('/', $n)[0], self::networks()), static fn (string $ip): bool => str_contains($ip, '.')));
        usort($all, static fn (string $a, string $b): int => IpUtils::checkIp($b, self::PRIVATE) <=> IpUtils::checkIp($a, self::PRIVATE));

        return $all;
    }

    /** @return list<string> such as 192.168.1.20/24 */
    private static function networks(): array
    {
        $configured = array_filter((array) config('trust.networks'));
        if ($configured !== []) {
            return array_values($configured);
        }
        $out = [];
        foreach (net_get_interfaces() ?: [] as $interface) {
            foreach ($interface['unicast'] ?? [] as $one) {
                $address = (string) ($one['address'] ?? '');
                $mask = (string) ($one['netmask'] ?? '');
                if (filter_var($address, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false && filter_var($mask, FILTER_VALIDATE_IP, FILTER_FLAG_IPV4) !== false && ! self::isHere($address)) {
                    $out[] = $address.'/'.substr_count(decbin((int) ip2long($mask) & 0xFFFFFFFF), '1');
                }
            }
        }

        return $out;
    }
}
