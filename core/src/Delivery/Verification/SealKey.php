<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

use Morphea\Core\Message;

/**
 * An Ed25519 key pair (RFC 8032, by sodium). `id` names it; with only the public half, seals can be checked but not
 * signed.
 */
final readonly class SealKey
{
    /**
     * @param non-empty-string      $public bytes
     * @param non-empty-string|null $secret bytes
     */
    private function __construct(public string $id, public string $public, #[\SensitiveParameter] private ?string $secret)
    {
    }

    public static function make(): self
    {
        $pair = sodium_crypto_sign_keypair();

        return self::of(sodium_crypto_sign_publickey($pair), sodium_crypto_sign_secretkey($pair));
    }

    /**
     * @param string      $public bytes
     * @param string|null $secret bytes
     *
     * @throws VerificationException
     */
    public static function of(string $public, #[\SensitiveParameter] ?string $secret = null): self
    {
        if ('' === $public || \SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES !== \strlen($public)) {
            throw new VerificationException(new Message('verification.wrong.public_key'));
        }
        if (null !== $secret && ('' === $secret || \SODIUM_CRYPTO_SIGN_SECRETKEYBYTES !== \strlen($secret))) {
            throw new VerificationException(new Message('verification.wrong.secret_key'));
        }

        return new self(substr(hash('sha256', $public), 0, 16), $public, $secret);
    }

    /** @return non-empty-string bytes */
    public function secret(): string
    {
        return $this->secret ?? throw new \LogicException('Only the public half of this key is here.');
    }
}
