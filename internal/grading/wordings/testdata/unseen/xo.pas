program XO;
var
  b: array[1..9] of char;
  who: char;
  n, k, code: integer;
  s: string;

procedure Draw;
var r: integer;
begin
  writeln;
  for r := 0 to 2 do begin
    writeln('   ', b[3*r+1], ' : ', b[3*r+2], ' : ', b[3*r+3]);
    if r < 2 then writeln('  ...........');
  end;
  writeln;
end;

function Line(x, y, z: integer): boolean;
begin
  Line := (b[x] = who) and (b[y] = who) and (b[z] = who);
end;

function Won: boolean;
begin
  Won := Line(1,2,3) or Line(4,5,6) or Line(7,8,9) or Line(1,4,7) or Line(2,5,8) or Line(3,6,9) or Line(1,5,9) or Line(3,5,7);
end;

begin
  for k := 1 to 9 do b[k] := chr(48 + k);
  who := 'X'; n := 0;
  writeln('NOUGHTS AND CROSSES');
  Draw;
  while true do begin
    write('Player ', who, ', choose a square: ');
    readln(s);
    val(s, k, code);
    if (code <> 0) or (k < 1) or (k > 9) then begin
      writeln('Choose a number from 1 to 9, please.');
      continue;
    end;
    if (b[k] = 'X') or (b[k] = 'O') then begin
      writeln('Square ', k, ' has been taken.');
      continue;
    end;
    b[k] := who; n := n + 1;
    Draw;
    if Won then begin writeln('Well done ', who, ', you have won.'); halt; end;
    if n = 9 then begin writeln('That makes it a draw.'); halt; end;
    if who = 'X' then who := 'O' else who := 'X';
  end;
end.
