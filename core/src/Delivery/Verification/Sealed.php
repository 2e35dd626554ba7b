<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Verification;

use Morphea\Core\Message;

/** A statement with its signature, as stored and handed out (docs/format/seal.md). */
final readonly class Sealed
{
    public const FORMAT = 'morphea-seal';
    private const VERSION = 1;

    private function __construct(public Statement $statement, public string $key, public string $signature)
    {
    }

    public static function by(SealKey $key, Statement $statement): self
    {
        return new self($statement, $key->id, sodium_crypto_sign_detached($statement->bytes(), $key->secret()));
    }

    /** @param string $signature bytes */
    public static function kept(Statement $statement, string $key, string $signature): self
    {
        return new self($statement, $key, $signature);
    }

    /** @throws VerificationException */
    public static function read(string $json): self
    {
        $data = json_decode($json, true, 8);
        if (!\is_array($data) || self::FORMAT !== ($data['format'] ?? null) || !\is_array($data['statement'] ?? null)) {
            throw new VerificationException(new Message('verification.wrong.no_statement'));
        }
        if (self::VERSION !== ($data['version'] ?? null)) {
            throw new VerificationException(new Message('verification.wrong.newer'));
        }
        $signature = base64_decode(\is_string($data['signature'] ?? null) ? $data['signature'] : '', true);
        if (false === $signature || \SODIUM_CRYPTO_SIGN_BYTES !== \strlen($signature) || !\is_string($data['key'] ?? null)) {
            throw new VerificationException(new Message('verification.wrong.no_signature'));
        }

        return new self(Statement::of($data['statement']), $data['key'], $signature);
    }

    /** Whether it was signed with this key and has not been changed since. */
    public function isBy(SealKey $key): bool
    {
        return $key->id === $this->key &&
            '' !== $this->signature &&
            \SODIUM_CRYPTO_SIGN_BYTES === \strlen($this->signature) &&
            (sodium_crypto_sign_verify_detached($this->signature, $this->statement->bytes(), $key->public) ||
                sodium_crypto_sign_verify_detached($this->signature, $this->statement->bytes(asBefore: true), $key->public));
    }

    public function json(): string
    {
        return json_encode([
            'format' => self::FORMAT,
            'version' => self::VERSION,
            'statement' => $this->statement->toArray(),
            'key' => $this->key,
            'signature' => base64_encode($this->signature),
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRETTY_PRINT);
    }
}
