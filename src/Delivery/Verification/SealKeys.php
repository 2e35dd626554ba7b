<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Delivery\Verification\SealKey;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The keys a member signs with: the newest one signs, all of them verify. Private keys are encrypted with the
 * application's secret, so that the database alone is not enough to sign.
 */
final readonly class SealKeys
{
    public function __construct(
        private Connection $connection,
        #[Autowire('%kernel.secret%'), \SensitiveParameter] private string $secret,
    ) {
    }

    /** The key that signs now; created when it is first needed. */
    public function newest(Member $member): SealKey
    {
        $found = $this->connection->fetchAssociative(
            'SELECT public_key, secret_key FROM seal_key WHERE member_id = ? ORDER BY made_at DESC, id DESC LIMIT 1',
            [$member->id()],
        );
        if (false === $found) {
            return $this->renew($member);
        }
        $locked = (string) base64_decode((string) $found['secret_key'], true);
        $secret = sodium_crypto_secretbox_open(
            substr($locked, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES),
            substr($locked, 0, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES),
            $this->lock(),
        );
        // With another APP_SECRET nothing can be signed by the old key any more; what it signed still holds.
        return false === $secret
            ? $this->renew($member)
            : SealKey::of((string) base64_decode((string) $found['public_key'], true), $secret);
    }

    /** Starts a new key. Earlier signatures stay valid. */
    public function renew(Member $member): SealKey
    {
        $key = SealKey::make();
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $this->connection->executeStatement(
            'INSERT INTO seal_key (id, member_id, public_key, secret_key, made_at) VALUES (?, ?, ?, ?, ?)',
            [
                $key->id,
                $member->id(),
                base64_encode($key->public),
                base64_encode($nonce . sodium_crypto_secretbox($key->secret(), $nonce, $this->lock())),
                // Two in a second still have an order.
                Time::at()->format('Y-m-d H:i:s.u'),
            ],
        );

        return $key;
    }

    /** A public key, whoever owns it. */
    public function find(string $id): ?SealKey
    {
        $found = $this->connection->fetchOne('SELECT public_key FROM seal_key WHERE id = ?', [$id]);

        return false === $found ? null : SealKey::of((string) base64_decode((string) $found, true));
    }

    /** @return list<array{id: string, public: string, since: string}> of a member, the newest first; for who checks without asking here */
    public function all(int $member): array
    {
        return array_map(
            static fn (array $one): array => [
                'id' => (string) $one['id'],
                'public' => (string) $one['public_key'],
                'since' => substr((string) $one['made_at'], 0, 19),
            ],
            $this->connection->fetchAllAssociative(
                'SELECT id, public_key, made_at FROM seal_key WHERE member_id = ? ORDER BY made_at DESC, id DESC',
                [$member],
            ),
        );
    }

    private function lock(): string
    {
        return hash('sha256', "seal keys\n$this->secret", true);
    }
}
