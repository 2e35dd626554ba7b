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
 * Loads members by email address, ignoring case. An unknown address takes as long as a known one.
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

    /** Whether there are any members; false if there are no tables yet. */
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
     * A member without a time zone gets the one of the browser they sign in with, if it is known.
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
