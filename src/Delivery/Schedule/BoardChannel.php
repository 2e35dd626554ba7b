<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use Morphea\Core\Message;

/** The built-in channel: posts appear on a board in the application, and nothing leaves the machine. */
final readonly class BoardChannel implements Channel
{
    public const FOLDER = 'board';

    public function __construct(private FilesystemOperator $files)
    {
    }

    public function name(): Message
    {
        return new Message('schedule.channel.board');
    }

    public function post(string $sign, string $text, string $picture, string $page): string
    {
        try {
            $this->files->write(self::FOLDER . "/$sign.png", $picture);
            $this->files->write(self::FOLDER . "/$sign.json", json_encode(
                ['text' => $text, 'page' => $page],
                \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES,
            ));
        } catch (FilesystemException $e) {
            throw new ChannelException(new Message('schedule.channel.full'), 0, $e);
        }

        return self::FOLDER . "/$sign";
    }
}
