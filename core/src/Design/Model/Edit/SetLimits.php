<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Limits;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateCodec;

/** Sets from when on something is said about a piece. */
final readonly class SetLimits implements Edit
{
    public function __construct(private Limits $limits)
    {
    }

    public function apply(Template $template): Template
    {
        $codec = new TemplateCodec();

        return $codec->fromArray($codec->toArray(new Template(...['limits' => $this->limits] + get_object_vars($template))));
    }

    public function says(Template $before): string
    {
        return 'Limits of the proof changed';
    }
}
