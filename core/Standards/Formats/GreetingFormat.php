<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** What stands behind "Dear" in a letter: "Ann and Bo" of "Dear Ann and Bo,". Letters have the rest themselves. */
final readonly class GreetingFormat implements Format
{
    public function read(string $written): Understood
    {
        $greeting = trim(
            (string) preg_replace(['/^(?:my )?(?:dear|dearest|hello|hi)\b[\s,:]+(?=\S)/iu', '/(?<=\S)\s*[,:;]+$/u'], '', $written),
        );
        $text = (new TextFormat())->read($greeting);

        return $text->fault !== null || $greeting === $written ? $text : Understood::as($greeting, 'as it stands behind "Dear"');
    }
}
