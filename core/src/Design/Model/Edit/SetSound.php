<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateCodec;
use Morphea\Core\Design\Model\Time\Sound;

/** Gives a template another track, or has it played otherwise. */
final readonly class SetSound implements Edit
{
    public function __construct(private Sound $sound)
    {
    }

    public function apply(Template $template): Template
    {
        $codec = new TemplateCodec();

        return $codec->fromArray($codec->toArray(new Template(...['sound' => $this->sound] + get_object_vars($template))));
    }

    public function says(Template $before): string
    {
        return 'Sound changed';
    }
}
