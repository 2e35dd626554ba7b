<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;

/** Rows filled in by visitors: what they typed is shown to others with care. */
interface Strangers
{
    /** What an action notes of a row whose address is not confirmed yet; once it is, the action is done. */
    public const UNCONFIRMED = 'unconfirmed';

    /** @return array<int, true> ids of rows */
    public function rows(Project $project): array;

    /**
     * Asks for confirmation of addresses that are not confirmed yet, once for each.
     *
     * @param array<int, string> $addresses as they stand in the rows now, by id
     * @param string             $base      as https://guild.example
     *
     * @return array<int, true> ids of rows whose address was typed by a stranger and is not confirmed
     */
    public function ask(Project $project, array $addresses, string $base): array;
}
