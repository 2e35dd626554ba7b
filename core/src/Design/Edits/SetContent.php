<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Message;

/** Changes the text and columns of a text, a code or a linked picture. */
final readonly class SetContent implements Edit
{
    public function __construct(private string $layer, private Content $content)
    {
    }

    public function apply(Design $design): Design
    {
        return (new SetLayer($this->layer, $design->layer($this->layer)->showing($this->content)))->apply($design);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.changed', [
            'of' => $before->layer($this->layer)->name,
            'what' => new Message('design.value.words'),
        ]);
    }
}
