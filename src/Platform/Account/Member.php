<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Language\Language;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

#[ORM\Entity]
#[ORM\Table(name: 'member')]
class Member implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column]
    private string $password = '';

    /** Empty until it was asked for; then used in starters, emails and forms. */
    #[ORM\Column(length: 120, options: ['default' => ''])]
    private string $organisation = '';

    /** Who signs for it. */
    #[ORM\Column(length: 120, options: ['default' => ''])]
    private string $signatory = '';

    /** When whoever reads mail at the address said that it is theirs. */
    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $confirmedAt = null;

    /** The name in which pieces are said to be genuine, confirmed by an administrator. */
    #[ORM\Column(length: 200, nullable: true)]
    private ?string $issuer = null;

    /** The language of the interface; null for the browser's. */
    #[ORM\Column(length: 8, nullable: true, enumType: Language::class)]
    private ?Language $language = null;

    /** Time zone by its name in the IANA database; null for that of the server. */
    #[ORM\Column(length: 64, nullable: true)]
    private ?string $zone = null;

    /** @param non-empty-string $email in lower case */
    public function __construct(
        #[ORM\Column(length: 180, unique: true)] private /** @var non-empty-string */
        string $email,
        #[ORM\Column(length: 80)] public readonly string $name,
    ) {
    }

    public function id(): int
    {
        return $this->id ?? throw new \LogicException('This member is not saved yet.');
    }

    public function issuer(): ?string
    {
        return $this->issuer;
    }

    public function issues(?string $name): void
    {
        $this->issuer = $name;
    }

    public function confirm(): void
    {
        $this->confirmedAt ??= Time::at();
    }

    public function isConfirmed(): bool
    {
        return null !== $this->confirmedAt;
    }

    public function belongsTo(string $organisation, string $signatory): void
    {
        $trimmed = static fn (string $name): string => mb_substr(trim((string) preg_replace('/\s+/u', ' ', $name)), 0, 120);
        $this->organisation = $trimmed($organisation);
        $this->signatory = $trimmed($signatory);
    }

    /** Whether the member's organisation is known. */
    public function hasSaidWhose(): bool
    {
        return '' !== $this->organisation;
    }

    public function organisation(): string
    {
        return '' === $this->organisation ? $this->name : $this->organisation;
    }

    public function signatory(): string
    {
        return '' === $this->signatory ? $this->name : $this->signatory;
    }

    public function language(): ?Language
    {
        return $this->language;
    }

    public function reads(?Language $language): void
    {
        $this->language = $language;
    }

    public function zone(): ?string
    {
        return $this->zone;
    }

    public function livesIn(string $zone): void
    {
        $this->zone = $zone;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function getUserIdentifier(): string
    {
        return $this->email;
    }

    public function getRoles(): array
    {
        return ['ROLE_USER'];
    }

    #[\Deprecated]
    public function eraseCredentials(): void
    {
    }
}
