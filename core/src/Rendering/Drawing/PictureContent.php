<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** What a writer puts in place of a picture: a URL, the bytes of a file, or the inner SVG of a drawing. */
final readonly class PictureContent
{
    private function __construct(
        private ?string $address,
        public ?string $markup = null,
        public string $mime = '',
        public string $bytes = '',
    ) {
    }

    public static function at(string $address): self
    {
        return new self($address);
    }

    public static function embedded(string $mime, string $bytes): self
    {
        return new self(null, null, $mime, $bytes);
    }

    /** @param string $markup the inside of the svg element; its viewBox is 0 0 width height */
    public static function drawn(string $markup): self
    {
        return new self(null, $markup);
    }

    /** Its URL; a data: URI if it is embedded. */
    public function href(): string
    {
        return $this->address ?? "data:$this->mime;base64," . base64_encode($this->bytes);
    }

    public function size(): int
    {
        return \strlen($this->bytes) + \strlen($this->markup ?? '');
    }
}
