<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Exchange\CanonicalJson;
use MarshTrial\Core\Exchange\Signature;
use PHPUnit\Framework\TestCase;

/** Signatures against the first test of RFC 8032 (Ed25519), section 7.1, written down from memory: what signs here is that algorithm over the canonical form. */
final class SignatureTest extends TestCase
{
    private const SECRET = '9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60';

    private const KEY = 'd75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a';

    private const OF_NOTHING = 'e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf9b46bd25bf5f0595bbe24655141438e7a100b';

    public function testTheAlgorithmIsThatOfTheRfc(): void
    {
        $secret = sodium_crypto_sign_secretkey(sodium_crypto_sign_seed_keypair((string) hex2bin(self::SECRET)));
        self::assertSame(self::OF_NOTHING, bin2hex(sodium_crypto_sign_detached('', $secret)));
        $signed = Signature::of(['b' => 1.0, 'a' => 'tide'], base64_encode($secret));
        self::assertSame(self::KEY, bin2hex((string) base64_decode($signed['key'])));
        self::assertTrue(sodium_crypto_sign_verify_detached((string) base64_decode($signed['value']), '{"a":"tide","b":1}', (string) hex2bin(self::KEY)));
        self::assertSame('{"a":"tide","b":1}', CanonicalJson::of(['b' => 1.0, 'a' => 'tide']));
    }
}
