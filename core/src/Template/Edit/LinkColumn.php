<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Pattern\Argument;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\TextLayer;

/**
 * Links a column to a text. Plain words give way to the column; in a text with one column the new one takes its place, and the way that column was
 * shown (as a number, in a plural …) with it; to a text with several columns the new one is added at the end.
 */
final readonly class LinkColumn implements Edit
{
    public function __construct(private string $layer, private string $key)
    {
    }

    public function apply(Template $template): Template
    {
        $layer = $template->layer($this->layer);
        if (!$layer instanceof TextLayer) {
            throw new TemplateError($layer->name, 'is no text; columns can be linked to texts');
        }

        return (new SetLayer($this->layer, ['pattern' => $this->linked($layer->pattern)]))->apply($template);
    }

    public function says(Template $before): string
    {
        return \sprintf('%s: linked to %s', $before->layer($this->layer)->name, $this->key);
    }

    private function linked(Pattern $pattern): string
    {
        $columns = $pattern->columns();
        if (\in_array($this->key, $columns, true)) {
            return $pattern->source;
        }
        if ([] === $columns) {
            return Pattern::column($this->key);
        }
        if (1 === \count($columns)) {
            return implode('', array_map(fn ($part): string => $part instanceof Argument
                ? (string) preg_replace('/\{\s*'.preg_quote($columns[0], '/').'\s*(?=[,}])/u', '{'.$this->key, $part->source)
                : Pattern::quote($part->text), $pattern->parts));
        }

        return $pattern->source.' '.Pattern::column($this->key);
    }
}
