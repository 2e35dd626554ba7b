<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Adds a back page to a design, with the background of the front. */
final readonly class AddPage implements Edit
{
    public function __construct(private string $name = 'Back')
    {
    }

    public function apply(Design $design): Design
    {
        if (\count($design->pages) >= Design::MOST_PAGES) {
            throw new DesignException('', new Message('design.wrong.two_pages'));
        }

        return $design->withPages([...$design->pages, new Page($this->name, $design->page()->background, [])]);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.back_added');
    }
}
