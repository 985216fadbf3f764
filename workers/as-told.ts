import { type Style, writeIn } from '@/core/format';

/** A thread makes texts as the page does: how numbers are told there is its name. */
if (self.name) writeIn(JSON.parse(self.name) as Style);
