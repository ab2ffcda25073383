program TicTac;

var
  board: array[1..3, 1..3] of char;
  player: char;
  moves, r, c, code: integer;
  line: string;

procedure Show;
var i, j: integer;
begin
  for i := 1 to 3 do begin
    for j := 1 to 3 do write(board[i, j], ' ');
    writeln;
  end;
end;

function Wins(m: char): boolean;
var i: integer;
begin
  Wins := false;
  for i := 1 to 3 do begin
    if (board[i, 1] = m) and (board[i, 2] = m) and (board[i, 3] = m) then Wins := true;
    if (board[1, i] = m) and (board[2, i] = m) and (board[3, i] = m) then Wins := true;
  end;
  if (board[1, 1] = m) and (board[2, 2] = m) and (board[3, 3] = m) then Wins := true;
  if (board[1, 3] = m) and (board[2, 2] = m) and (board[3, 1] = m) then Wins := true;
end;

function Ask(what: string): integer;
var n: integer;
begin
  write(player, ', ', what, ' (1-3): ');
  readln(line);
  val(line, n, code);
  if code <> 0 then n := -100;
  Ask := n;
end;

begin
  for r := 1 to 3 do for c := 1 to 3 do board[r, c] := '.';
  player := 'X';
  moves := 0;
  while true do begin
    Show;
    r := Ask('row');
    c := Ask('column');
    if (r < 1) or (r > 3) or (c < 1) or (c > 3) then begin
      writeln('Invalid move.');
      continue;
    end;
    if board[r, c] <> '.' then begin
      writeln('Invalid move, the square is taken.');
      continue;
    end;
    board[r, c] := player;
    moves := moves + 1;
    if Wins(player) then begin
      Show;
      writeln(player, ' wins.');
      halt(0);
    end;
    if moves = 9 then begin
      Show;
      writeln('Draw.');
      halt(0);
    end;
    if player = 'X' then player := 'O' else player := 'X';
  end;
end.
