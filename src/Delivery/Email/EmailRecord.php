<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** An email of a mailing. Written in bulk and claimed by EmailRepository. */
#[ORM\Entity]
#[ORM\Table(name: 'letter')]
#[ORM\Index(columns: ['project_id', 'email_key'], name: 'letter_email_key')]
#[ORM\UniqueConstraint(columns: ['project_id', 'mail_key', 'row_id'], name: 'letter_once')]
#[ORM\UniqueConstraint(columns: ['project_id', 'once_for'], name: 'letter_once_for')]
#[ORM\Index(columns: ['sign'], name: 'letter_sign')]
#[ORM\UniqueConstraint(columns: ['token'], name: 'letter_token')]
#[ORM\Index(columns: ['mailing_id', 'state', 'not_before'], name: 'letter_waits')]
class EmailRecord
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(length: 40)]
    public string $mailKey;

    #[ORM\Column]
    public int $rowId;

    #[ORM\Column]
    public int $rowNumber;

    #[ORM\Column(length: 254)]
    public string $email;

    #[ORM\Column(length: 120)]
    public string $emailName;

    #[ORM\Column(type: Types::TEXT)]
    public string $copies;

    #[ORM\Column(type: Types::TEXT)]
    public string $cells;

    #[ORM\Column(length: 32)]
    public string $token;

    #[ORM\Column(length: 8)]
    public string $state;

    #[ORM\Column(options: ['default' => 0])]
    public int $tries = 0;

    #[ORM\Column(options: ['default' => 0])]
    public float $notBefore = 0.0;

    #[ORM\Column(nullable: true)]
    public ?float $sentAt = null;

    #[ORM\Column(length: 120)]
    public string $message;

    #[ORM\Column(type: Types::TEXT)]
    public string $error;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Mailing $mailing;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(length: 40, options: ['default' => ''])]
    public string $emailKey = '';

    #[ORM\Column(length: 40, nullable: true)]
    public ?string $onceFor = null;

    #[ORM\Column(length: 254, options: ['default' => ''])]
    public string $copyOf = '';

    #[ORM\Column(length: 32, options: ['default' => ''])]
    public string $sign = '';

    #[ORM\Column(length: 16, options: ['default' => ''])]
    public string $rowPrint = '';
}
