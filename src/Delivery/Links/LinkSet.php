<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** A page on which people find the link to their own piece by name. */
#[ORM\Entity]
#[ORM\Table(name: 'link_set')]
#[ORM\UniqueConstraint(columns: ['token'])]
class LinkSet
{
    public function __construct(
        #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column(length: 32)] private string $token,
        /** Key of the column in which they are looked for. */
        #[ORM\Column(name: 'by_column', length: 80)] private string $column,
        /** Key of the column with a second thing that they know; empty where the whole name is asked for instead. */
        #[ORM\Column(name: 'second_column', length: 80, options: ['default' => ''])] private string $second = '',
    ) {
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function token(): string
    {
        return $this->token;
    }

    public function column(): string
    {
        return $this->column;
    }

    public function second(): string
    {
        return $this->second;
    }

    public function by(string $column, string $second): void
    {
        $this->column = $column;
        $this->second = $second;
    }
}
