<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Clock\TimeZones;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\PasswordUpgraderInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;

/**
 * Members by their email address, which is one whatever the case of its letters. For an address nobody has it takes as
 * long as for a known one.
 *
 * @implements UserProviderInterface<Member>
 */
final readonly class MemberProvider implements UserProviderInterface, PasswordUpgraderInterface
{
    public function __construct(private EntityManagerInterface $entities, private PasswordHasherFactoryInterface $hashers)
    {
    }

    public static function address(string $written): string
    {
        return mb_strtolower(trim(\Normalizer::normalize($written) ?: $written), 'UTF-8');
    }

    public function find(string $written): ?Member
    {
        return $this->entities->getRepository(Member::class)->findOneBy(['email' => self::address($written)]);
    }

    /** Whether there is anybody yet; nobody, where there are no tables. */
    public function any(): bool
    {
        try {
            return $this->entities->getRepository(Member::class)->count([]) > 0;
        } catch (\Throwable) {
            return false;
        }
    }

    public function loadUserByIdentifier(string $identifier): Member
    {
        $member = $this->find($identifier);
        if (null === $member) {
            // As much work as checking a password.
            $this->hashers->getPasswordHasher(Member::class)->hash('nobody-has-this-password');
            throw new UserNotFoundException();
        }

        return $member;
    }

    /**
     * Whoever has no time zone yet has that of the browser they signed in with, where it said one that is known.
     *
     * @return bool whether it was taken
     */
    public function settle(Member $member, string $zone): bool
    {
        if (null !== $member->zone() || !TimeZones::isKnown($zone)) {
            return false;
        }
        $member->livesIn($zone);
        $this->entities->flush();

        return true;
    }

    public function refreshUser(UserInterface $user): Member
    {
        return $user instanceof Member
            ? $this->entities->find(Member::class, $user->id()) ?? throw new UserNotFoundException()
            : throw new UserNotFoundException();
    }

    public function supportsClass(string $class): bool
    {
        return Member::class === $class;
    }

    public function upgradePassword(PasswordAuthenticatedUserInterface $user, string $newHashedPassword): void
    {
        if ($user instanceof Member) {
            $user->setPassword($newHashedPassword);
            $this->entities->flush();
        }
    }
}
