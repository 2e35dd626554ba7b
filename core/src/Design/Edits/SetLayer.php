<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/**
 * Sets properties of one layer by their paths in the file format, such as `style.size`; each property decides which
 * values are valid.
 */
final readonly class SetLayer implements Edit
{
    use ChangesLayers;

    private const FIXED = ['id', 'kind'];

    /** @param non-empty-array<string, mixed> $values by path */
    public function __construct(private string $layer, private array $values)
    {
    }

    public function apply(Design $design): Design
    {
        $declared = Declared::of($design->layer($this->layer)::class);
        foreach (array_keys($this->values) as $path) {
            if (\in_array($path, self::FIXED, true)) {
                throw new DesignException($path, new Message('design.wrong.fixed'));
            }
            if (null === $declared->property($path)) {
                throw new DesignException($path, new Message('design.wrong.no_value'));
            }
        }

        return $this->change($design, [$this->layer], function (array $data): array {
            foreach ($this->values as $path => $value) {
                $data = self::set($data, explode('.', $path), $value);
            }

            return $data;
        });
    }

    public function says(Design $before): Message
    {
        $layer = $before->layer($this->layer);

        return new Message('design.did.changed', [
            'of' => $layer->name,
            'what' => self::words($layer::class, array_keys($this->values)),
        ]);
    }

    /**
     * The names of the changed properties, each once.
     *
     * @param class-string $class
     * @param list<string> $paths
     *
     * @return list<Message|string>
     */
    public static function words(string $class, array $paths): array
    {
        $words = [];
        foreach ($paths as $path) {
            $says = Declared::of($class)->property($path)?->says() ?? $path;
            $words[$says instanceof Message ? $says->id : $says] = $says;
        }

        return array_values($words);
    }

    /**
     * @param array<array-key, mixed> $data
     * @param non-empty-list<string>  $steps
     *
     * @return array<array-key, mixed>
     */
    private static function set(array $data, array $steps, mixed $value): array
    {
        $step = array_shift($steps);
        $data[$step] = [] === $steps ? $value : self::set((array) ($data[$step] ?? []), $steps, $value);

        return $data;
    }
}
